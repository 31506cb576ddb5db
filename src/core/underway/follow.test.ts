import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { checkPlan } from "../plan/checker/check-plan";
import { asChecked } from "../plan/checker/steps";
import { foundStowed } from "../plan/found";
import { planInspection } from "../plan/plan";
import type { Plan, PlanInput } from "../plan/types";
import type { InspectionEvent } from "../record/events";
import { usualPractice } from "../vocabulary/practice";
import { circumstancesOf, said } from "./circumstances";
import { dueIn } from "./due";
import { follow } from "./follow";

const input: PlanInput = { sheet: articulatingBoomSheet, scope: { kind: "full" }, practice: usualPractice };
const base = planInspection(input);

let made = 0;
type Body =
  | { readonly type: "changed"; readonly step: string }
  | { readonly type: "matter"; readonly check: string; readonly says: "same" | "gone" }
  | { readonly type: "answered"; readonly check: string; readonly condition?: string };
/** Events as a device would make them, in order. */
function events(...bodies: readonly Body[]): readonly InspectionEvent[] {
  return bodies.map((body, i): InspectionEvent => {
    made += 1;
    const common = {
      schema: 2 as const,
      saw: { position: 0, headHash: "" },
      id: `00000000-0000-4000-8000-${String(made).padStart(12, "0")}`,
      inspectionId: "00000000-0000-4000-8000-000000000000",
      deviceId: "d",
      seq: i + 1,
      follows: null,
      at: "2026-06-10T05:40:00.000Z",
    };
    if (body.type === "changed") return { ...common, ...body };
    if (body.type === "matter")
      return { ...common, ...body, finding: "00000000-0000-4000-8000-00000000000f", reason: "Touched up" };
    const { condition } = body;
    return {
      ...common,
      type: "answered",
      check: body.check,
      result: condition === undefined ? { kind: "fine" } : { kind: "condition", condition },
    };
  });
}

/** Does the next open steps of a plan: as an operator who follows it. */
const inOrder = (plan: Plan, count: number): readonly Body[] =>
  plan.steps
    .slice(0, count)
    .map((step) =>
      step.kind === "check"
        ? { type: "answered", check: step.check.key }
        : { type: "changed", step: step.id },
    );
const fine = (check: string): Body => ({ type: "answered", check });
const keyOf = (id: string) => base.checks.find((c) => c.definition.id === id)?.key ?? "";
const ids = (plan: Plan) => plan.steps.map((s) => s.id);

describe("follow", () => {
  it("takes what is said of an open finding for no answer: its check is still to be made, where it was", () => {
    const ahead: Body = { type: "matter", check: keyOf("rails.condition"), says: "gone" };
    for (const count of [0, 15]) {
      const plan = follow(input, events(...inOrder(base, count), ahead), undefined);
      expect(ids(plan)).toEqual(ids(base));
      expect(plan.visits.map((v) => v.stop)).toEqual(base.visits.map((v) => v.stop));
    }
  });

  it("keeps to the plan while the operator does", () => {
    for (const count of [0, 15, 80, base.steps.length]) {
      expect(ids(follow(input, events(...inOrder(base, count)), undefined))).toEqual(ids(base));
    }
  });

  it("plans the rest anew from a later stop done first, keeps what was done and drops nothing", () => {
    const later = base.checks.find((c) => c.at === "chassis_front")?.key ?? "";
    const log = events(...inOrder(base, 12), fine(later));
    const plan = follow(input, log, undefined);
    expect(ids(plan)).not.toEqual(ids(base));
    expect(plan.checks.map((c) => c.key).sort()).toEqual(base.checks.map((c) => c.key).sort());
    expect(ids(plan).slice(0, 13)).toEqual([...ids(base).slice(0, 12), later]);
    // What is left at that stop comes next: people do not walk off and come back.
    const at = plan.steps.findIndex((s) => s.id === later);
    expect(plan.steps[at + 1]?.stop).toBe("chassis_front");
    const done = [...inOrder(base, 12).flatMap((b) => (b.type === "answered" ? [b.check] : [])), later];
    const progress = { done, state: foundStowed(articulatingBoomSheet), held: false };
    expect(checkPlan({ ...input, progress }, asChecked(plan.steps.slice(13)))).toEqual([]);
  });

  it("gives the same plan for the same events, and one id to every step", () => {
    const later = base.checks.find((c) => c.at === "chassis_front")?.key ?? "";
    const log = events(...inOrder(base, 6), fine(later), fine(keyOf("platform.gate")));
    const plan = follow(input, log, undefined);
    expect(ids(follow(input, log, undefined))).toEqual(ids(plan));
    expect(new Set(ids(plan)).size).toBe(plan.steps.length);
  });

  it("operates nothing more from the finding that stops the machine on, and says what is thereby incomplete", () => {
    const powered = base.steps.findIndex(
      (s) => s.kind === "check" && s.check.definition.id === "ground.stop_button",
    );
    const log = events(...inOrder(base, powered), {
      ...fine(keyOf("ground.stop_button")),
      condition: "did_not_stop",
    } as Body);
    const plan = follow(input, log, log.at(-1)?.id);
    const rest = plan.steps.slice(log.length);
    expect(rest.some((s) => s.kind === "check" && s.check.definition.powered === true)).toBe(false);
    expect(plan.incomplete.length).toBeGreaterThan(20);
    expect(plan.incomplete.every((i) => i.reason.why === "held")).toBe(true);
    expect(plan.due.length).toBe(base.due.length);
    // What was tested before stays in sight.
    expect(ids(plan).slice(0, log.length)).toEqual(ids(base).slice(0, log.length));
  });

  it("begins as the machine was found, with what is at hand, and takes no such word once the walk has begun", () => {
    const says = events(
      { type: "changed", step: said.found(["raised", "indoors"]) },
      { type: "changed", step: said.people(1) },
      { type: "changed", step: said.missing(["block"]) },
      fine(keyOf("doc.manual")),
      { type: "changed", step: said.found(["stowed"]) },
    );
    const { found, atHand, kinds } = circumstancesOf(input, says);
    expect(kinds).toEqual(["raised", "indoors"]);
    expect(found).toMatchObject({ posture: "raised", air: "closed" });
    expect(atHand).toEqual({ people: 1, missing: ["block"], key: true });
    const plan = follow(input, says, undefined);
    expect(plan.incomplete.map((i) => i.check.definition.id)).toContain("axle.lockout");
    // And what is seen from outside of a machine found in the air.
    expect(plan.due.length).toBe(base.due.length + 1);
  });

  it("ends as is said last, and takes nothing away that was answered before", () => {
    const parked = { type: "changed", step: said.ending("parked") } as const;
    const toWork = { type: "changed", step: said.ending("to_work") } as const;
    const place = "park.place@park.v1";
    const dueOf = (...bodies: readonly Body[]) => {
      const log = events(...bodies);
      const due = dueIn(input, log).map(({ key }) => key);
      expect(follow(input, log, undefined).due.map(({ key }) => key)).toEqual(due);
      return due;
    };
    expect(dueOf()).not.toContain(place);
    expect(dueOf(parked)).toContain(place);
    expect(dueOf(parked, toWork)).not.toContain(place);
    expect(dueOf(parked, fine(place), toWork)).toContain(place);
    // A check of no full inspection is none of it, whatever somebody sends.
    expect(dueOf(fine("road.empty@transport.v1"))).not.toContain("road.empty@transport.v1");
  });

  it("plans from the state the machine is said to stand in", () => {
    const log = events(
      ...inOrder(base, 10),
      { type: "changed", step: said.stands("valve.descent", "open") },
      { type: "changed", step: said.stands("stop.ground", "out") },
    );
    const plan = follow(input, log, undefined);
    const changes = plan.steps.flatMap((s) =>
      s.kind === "check" ? [] : [`${s.change.variable}>${s.change.to}`],
    );
    expect(changes[0]).toBe("stop.ground>in");
  });
});
