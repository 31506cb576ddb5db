import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checksOf } from "../catalogue/catalogue";
import { demoSheets } from "../sheet/demo/demo-sheets";
import { slabScissorSheet } from "../sheet/demo/scissors-and-masts";
import { articulatingBoomSheet } from "../sheet/demo/self-propelled-booms";
import { type FeatureId, featureIds, features } from "../sheet/features";
import type { Sheet } from "../sheet/sheet";
import { closedGoal, type Plan, type PlanInput, planInspection } from "./plan";
import { foundStowed, type PlanState, variablesOf } from "./variables";
import { loopOf } from "./walk";

const base: Omit<PlanInput, "sheet"> = {
  scope: { kind: "full" },
  start: "right_rear_wheel",
  order: { documents: "first", survey: "last" },
};

const onLegs = ["towable_boom", "tracked_spider", "vehicle_boom"];

/** Replays a plan step by step, against the rules and not the planner. */
function faultsOf(input: PlanInput, plan: Plan): readonly string[] {
  const known = new Set(variablesOf(input.sheet).map((v) => v.id));
  const found = input.found ?? foundStowed(input.sheet);
  const faults: string[] = [];
  let state: PlanState = found;
  let loweringProven = false;
  const seen = new Set<string>();
  for (const step of plan.steps) {
    if (step.kind === "check") {
      for (const [id, value] of Object.entries(step.check.definition.needs)) {
        if (known.has(id) && state[id] !== value)
          faults.push(`${step.id}: needs ${id}=${value}, is ${state[id]}`);
      }
      if (seen.has(step.check.key)) faults.push(`${step.id}: twice`);
      seen.add(step.check.key);
      if (step.check.definition.part === "emergency_lowering" && step.station !== "platform")
        loweringProven = true;
      if (
        step.stop === "stack" &&
        step.check.definition.phase === "stack" &&
        (state["prop"] !== "set" || state["disconnect"] !== "off")
      )
        faults.push(`${step.id}: an arm under an unpropped platform`);
      state = { ...state, ...step.check.definition.leaves };
      continue;
    }
    const { variable, from, to } = step.change;
    if (state[variable] !== from) faults.push(`${step.id}: from ${from}, is ${state[variable]}`);
    if (variable === "posture" && to !== "stowed") {
      if (state["testArea"] !== "confirmed") faults.push(`${step.id}: raised on an unconfirmed area`);
      const cranked = input.sheet.power === "hand_crank";
      if (!cranked && (state["disconnect"] !== "on" || state["key"] !== state["who"]))
        faults.push(`${step.id}: raised without power at the station`);
      if (state["who"] === "platform" && input.scope.kind === "full" && !loweringProven)
        faults.push(`${step.id}: aloft before the lowering is proven`);
      if (state["axles"] === "in") faults.push(`${step.id}: raised with the axles in`);
      if (state["outriggers"] === "in" && onLegs.includes(input.sheet.family))
        faults.push(`${step.id}: raised off its legs`);
    }
    if ((variable === "outriggers" || variable === "axles") && state["posture"] !== "stowed")
      faults.push(`${step.id}: ${variable} moved while raised`);
    if (variable === "who" && state["posture"] !== "stowed") faults.push(`${step.id}: climbing while raised`);
    state = { ...state, [variable]: to };
  }
  for (const [id, value] of Object.entries(closedGoal(variablesOf(input.sheet), found))) {
    if (state[id] !== value) faults.push(`left open: ${id}=${state[id]}`);
  }
  return faults;
}

const unfit = (sheet: Sheet, off: readonly FeatureId[]): Sheet => ({
  ...sheet,
  features: {
    ...sheet.features,
    ...Object.fromEntries(
      off.map((id) => [
        id,
        features[id].safety
          ? { fit: "not_fitted" as const, manualPage: "1", enteredBy: "a", confirmedBy: "b" }
          : { fit: "not_fitted" as const },
      ]),
    ),
  },
});

// What lowers in an emergency stays fitted, or the property about riding has nothing to hold.
const removable = featureIds.filter(
  (id) =>
    ![
      "auxiliary_pump",
      "manual_descent",
      "electric_descent",
      "cable_descent",
      "bleed_down_valve",
      "hook_tool",
      "maintenance_prop",
    ].includes(id),
);

const inputs = fc.record({
  sheet: fc
    .tuple(fc.constantFrom<Sheet>(...Object.values<Sheet>(demoSheets)), fc.subarray(removable))
    .map(([sheet, off]) => unfit(sheet, off)),
  start: fc.constantFrom("rear", "engine", "right_rear_wheel", "documents" as const),
  order: fc.record({
    documents: fc.constantFrom("first", "last" as const),
    survey: fc.constantFrom("first", "last" as const),
  }),
  scope: fc.constantFrom(
    { kind: "full" } as const,
    { kind: "check_in" } as const,
    { kind: "transport" } as const,
    { kind: "retest", parts: ["platform_switch"], checks: [] } as const,
  ),
}) as fc.Arbitrary<PlanInput>;

describe("planInspection", () => {
  it("breaks no rule on any sheet, school and scope, and gives the same plan twice", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const plan = planInspection(input);
        expect(faultsOf(input, plan)).toEqual([]);
        expect(planInspection(input).steps.map((s) => s.id)).toEqual(plan.steps.map((s) => s.id));
      }),
      { numRuns: 150 },
    );
  });

  it("the replay finds a dropped change and a swapped station", () => {
    const input = { ...base, sheet: slabScissorSheet };
    const plan = planInspection(input);
    const withoutProp = plan.steps.filter((s) => s.kind === "check" || s.change.variable !== "prop");
    expect(faultsOf(input, { ...plan, steps: withoutProp }).join()).toMatch(/unpropped/);
    const early = [...plan.steps].reverse();
    expect(faultsOf(input, { ...plan, steps: early }).length).toBeGreaterThan(10);
  });

  it("holds every check of the catalogue exactly once when the scope is full", () => {
    for (const sheet of Object.values<Sheet>(demoSheets)) {
      const keys = planInspection({ ...base, sheet }).checks.map((c) => c.key);
      expect([...keys].sort()).toEqual(
        checksOf(sheet)
          .filter((c) => c.definition.phase !== "transport")
          .map((c) => c.key)
          .sort(),
      );
      expect(keys.length).toBeGreaterThan(50);
    }
  });

  it("walks one loop: every place once, from the chosen corner", () => {
    const loop = loopOf(articulatingBoomSheet, "right_rear_wheel");
    expect(loop[0]).toBe("wheel_rear_right");
    expect(new Set(loop).size).toBe(loop.length);
    expect(loopOf(slabScissorSheet, "rear")[0]).toBe("chassis_rear");
  });

  it("a re-test holds the repaired movement at both stations, the stop buttons and the lowering, and no more than it must", () => {
    const rotate = checksOf(articulatingBoomSheet).find(
      (c) => c.definition.id === "move.platform.rotate.left",
    )!;
    const plan = planInspection({
      ...base,
      sheet: articulatingBoomSheet,
      scope: { kind: "retest", parts: ["platform_box"], checks: [rotate.key] },
    });
    const ids = plan.checks.map((c) => c.definition.id);
    expect(ids).toEqual(
      expect.arrayContaining([
        "move.ground.rotate.left",
        "move.platform.rotate.right",
        "platform.box",
        "ground.stop_button",
        "platform.stop_button",
        "ground.auxiliary",
        "area.test",
      ]),
    );
    expect(ids).not.toContain("move.ground.swing.left");
    expect(ids).not.toContain("wheel.nuts");
  });

  it("says which goal it cannot reach, rather than plan the impossible", () => {
    const found = { ...foundStowed(slabScissorSheet), posture: "raised", testArea: "unconfirmed" };
    expect(() => planInspection({ ...base, sheet: slabScissorSheet, found })).toThrow(/cannot reach/);
  });
});
