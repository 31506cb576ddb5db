import { describe, expect, it, vi } from "vitest";
import type { MatterStanding } from "@/core/grade/matters";
import { MatterLine } from "@/screens/inspect/matter-line";
import type { InspectModel } from "@/screens/inspect/model";
import { button, enter, press, screen, show, type } from "./show";
import { startMs } from "./walk";

const matter: MatterStanding = {
  findingId: "f-1",
  check: "rails.condition@rails.v1",
  condition: "scuffed",
  grade: "watch",
  place: false,
  foundBy: "J. Wren",
  foundAtMs: startMs - 9 * 86_400_000,
  accepted: false,
  note: "at the gate",
  said: "nothing",
};

function line(
  more: Partial<MatterStanding> = {},
  may = { place: true, watch: true, repair_by: false },
  says?: string,
) {
  const dispatch = vi.fn();
  const model = {
    data: { zone: "UTC" },
    facts: { maySayGone: may },
    reduction: { matters: new Map(says === undefined ? [] : [["f-1", { says }]]) },
    dispatch,
  } as unknown as InspectModel;
  show(<MatterLine matter={{ ...matter, ...more }} model={model} />);
  return dispatch;
}
const act = { act: "matter", check: matter.check, finding: "f-1" };

describe("a finding open from before", () => {
  it("says what, when, by whom and with which note", () => {
    line();
    const words = screen.getByTestId("matter").textContent ?? "";
    expect(words).toContain("Scuffed");
    expect(words).toContain("J. Wren");
    expect(words).toContain("“at the gate”");
  });

  it("is the same, or worse, with one touch", () => {
    const dispatch = line();
    press("Same");
    press("Worse");
    expect(dispatch.mock.calls).toEqual([[{ ...act, says: "same" }], [{ ...act, says: "worse" }]]);
  });

  it("is gone only with why", () => {
    const dispatch = line();
    press("Gone");
    expect(dispatch).not.toHaveBeenCalled();
    type("Why is it gone?", "  ");
    enter("Why is it gone?");
    expect(dispatch).not.toHaveBeenCalled();
    type("Why is it gone?", " Touched up ");
    enter("Why is it gone?");
    expect(dispatch.mock.calls).toEqual([[{ ...act, says: "gone", reason: "Touched up" }]]);
    expect(screen.queryByLabelText("Why is it gone?")).toBeNull();
  });

  it("is not gone by the word of whoever may not say so, and it says by whose", () => {
    line({}, { place: false, watch: false, repair_by: false });
    expect(button("Gone").disabled).toBe(true);
    expect(screen.getByText("Gone only by a supervisor")).toBeTruthy();
  });

  it("above the floor is gone by a recorded repair alone", () => {
    line({ grade: "repair_by", repairByMs: startMs }, { place: true, watch: true, repair_by: false });
    expect(button("Gone").disabled).toBe(true);
    expect(screen.getByText("Gone only by a recorded repair")).toBeTruthy();
  });

  it("said to be worse waits for what is worse, at its check", () => {
    line({ said: "nothing" }, undefined, "worse");
    expect(screen.getByText("Worse: say what at the check")).toBeTruthy();
    expect(button("Worse").getAttribute("aria-pressed")).toBe("true");
  });
});
