import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { foundStowed } from "../plan/found";
import { planInspection } from "../plan/plan";
import type { PlanInput } from "../plan/types";
import type { InspectionEvent } from "../record/events";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import { follow } from "./follow";
import { leaveLike } from "./leave";

/** A walk followed as planned up to a step, whose last answer tags the machine out. */
function stoppedAt(sheet: Sheet, steps: number, recordAlso = 0) {
  const input: PlanInput = { sheet, scope: { kind: "full" }, practice: usualPractice };
  const base = planInspection(input);
  const through = base.steps.slice(0, steps).findLastIndex((step) => step.kind === "check") + 1;
  let seq = 0;
  const event = (body: object) =>
    ({ id: `e${++seq}`, deviceId: "d", seq, follows: null, at: "", ...body }) as InspectionEvent;
  const events = base.steps
    .slice(0, through)
    .map((step) =>
      step.kind === "check"
        ? event({ type: "answered", check: step.check.key, result: { kind: "fine" } })
        : event({ type: "changed", step: step.id }),
    );
  const heldFrom = events.at(-1)?.id;
  const first = follow(input, events, heldFrom);
  const made = first.steps.slice(events.length, events.length + recordAlso).map(({ id }) => id);
  events.push(...made.map((step) => event({ type: "changed", step })));
  const answered = new Set(events.flatMap((e) => (e.type === "answered" ? [e.check] : [])));
  const plan = follow(input, events, heldFrom);
  const open = new Set(plan.due.map(({ key }) => key).filter((key) => !answered.has(key)));
  return { made, plan, like: leaveLike(plan, { sheet, found: foundStowed(sheet) }, open) };
}

describe("how a tagged-out machine is to be left", () => {
  it("names key, stops and supply once each, to do or to confirm, wherever the walk was stopped", () => {
    for (const sheet of [demoSheets["dunmarrow-s24"], demoSheets["calder-vey-kb160"]] as Sheet[]) {
      const all = planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice }).steps.length;
      for (let steps = 1; steps <= all; steps += 9) {
        const { like, plan } = stoppedAt(sheet, steps);
        const named = [...like.toDo.map(({ change }) => change), ...like.toConfirm];
        for (const [variable, to, always] of [
          ["key", "off", true],
          ["stop.ground", "in", true],
          ["disconnect", "off", true],
          // Up on its prop, nobody reaches it.
          ["stop.platform", "in", plan.final["stop.platform"] === "in"],
        ] as const) {
          const said = named.filter((change) => change.variable === variable).map((change) => change.to);
          expect({ steps, variable, said }).toEqual({ steps, variable, said: always ? [to] : [] });
        }
      }
    }
  });

  it("does not ask to lower what stays up", () => {
    const sheet = demoSheets["dunmarrow-s24"] as Sheet;
    const steps = planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice }).steps;
    const onProp = steps.findIndex((step) => step.kind === "check" && step.stop === "stack") + 1;
    const { like, plan } = stoppedAt(sheet, onProp);
    expect(plan.final["posture"]).toBe("on_prop");
    expect(like.toConfirm.map(({ variable }) => variable)).not.toContain("posture");
  });

  it("keeps what was made in its place, and asks no second time for it", () => {
    const sheet = demoSheets["dunmarrow-s24"] as Sheet;
    const tested = 100;
    const before = stoppedAt(sheet, tested).like;
    const { like, made } = stoppedAt(sheet, tested, 2);
    expect(before.toDo.length).toBeGreaterThan(2);
    expect(like.toDo.map(({ id }) => id)).toEqual(before.toDo.map(({ id }) => id));
    expect(like.toDo.slice(0, 2).map(({ id }) => id)).toEqual(made);
    expect(like.toConfirm).toEqual(before.toConfirm);
  });
});
