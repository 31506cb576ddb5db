import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { foundState } from "@/core/plan/found";
import { planInspection } from "@/core/plan/plan";
import type { PlanInput } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import { usualPractice } from "@/core/vocabulary/practice";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { answerTo, type ProofQuestion } from "@/screens/proof/answer";
import { WayHomeWords } from "@/screens/proof/way-home";
import { screen, show } from "./show";

const sheet = demoSheets["dunmarrow-s24"];
const input: PlanInput = {
  sheet,
  scope: { kind: "full" },
  practice: usualPractice,
  found: foundState(sheet, ["stowed"]),
};

/** A walk answered fine as far as a check, and what is found there. */
function brokenOff(check: string, condition: string) {
  const { steps } = planInspection({ ...input, ending: "to_work" });
  const at = steps.findIndex((step) => step.kind === "check" && step.check.definition.id === check);
  const events = steps.slice(0, at + 1).map((step, i): InspectionEvent => {
    const common = {
      id: `e${i}`,
      inspectionId: "i",
      deviceId: "d",
      at: new Date(i * 1000).toISOString(),
      seq: i,
    };
    if (step.kind !== "check") return { ...common, type: "changed", step: step.id } as InspectionEvent;
    const result = i === at ? { kind: "condition", condition } : { kind: "fine" };
    return { ...common, type: "answered", check: step.check.key, result } as InspectionEvent;
  });
  const last = events.at(-1) as InspectionEvent & { readonly check: string };
  return { events, heldFrom: last.id, findings: [{ check: last.check, condition }] };
}

beforeEach(() => {
  class OnThisThread {
    onmessage: ((event: { data: unknown }) => void) | undefined;
    postMessage(question: ProofQuestion) {
      setTimeout(() => this.onmessage?.({ data: answerTo(question) }), 0);
    }
    terminate() {
      this.onmessage = undefined;
    }
  }
  vi.stubGlobal("Worker", OnThisThread);
});
afterEach(() => vi.unstubAllGlobals());

describe("behind a finding", () => {
  it("names what brings it down, and what is in doubt", async () => {
    show(<WayHomeWords input={input} {...brokenOff("ground.descent_valve", "does_not_lower")} />);
    expect(await screen.findByText("It is still up.")).toBeTruthy();
    expect(
      screen.getByText(/^Bring it down by .*: controls at the ground station, on main power\.$/),
    ).toBeTruthy();
    expect(screen.getByText("In doubt, leave alone: Descent valve.")).toBeTruthy();
    expect(screen.getByText(/^Take the prop away first/)).toBeTruthy();
  });

  it("leaves alone the control that would not stop", async () => {
    show(<WayHomeWords input={input} {...brokenOff("ground.enable_let_go", "did_not_stop")} />);
    expect(await screen.findByText(/^Bring it down by .*: Descent valve\.$/)).toBeTruthy();
    expect(screen.getByText(/^In doubt, leave alone: controls at the ground station/)).toBeTruthy();
  });

  it("says nothing of a machine that is down", async () => {
    show(<WayHomeWords input={input} {...brokenOff("ground.stop_button", "stays_live")} />);
    await new Promise((done) => setTimeout(done, 300));
    expect(screen.queryByText("It is still up.")).toBeNull();
  });
});
