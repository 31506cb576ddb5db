import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { gradeFinding } from "../grade/grade";
import { ownerGrades } from "../vocabulary/grades";
import { parts } from "../vocabulary/parts";
import { defaultPolicy, type Policy } from "../vocabulary/policy";
import { gradingPolicies } from "../vocabulary/practice";
import { checksOf, conditionsOf, writtenChecks } from "./catalogue";
import { movementWrongs } from "./movements";
import { waysToFail, wayToFail } from "./ways-to-fail";

const everyCondition = writtenChecks.flatMap((check) =>
  Object.entries(conditionsOf(check)).map(([condition, rule]) => ({ check, condition, rule })),
);

/** Written by hand from the field guide's section 11, and from what was once found to pass: `check/condition`. */
const mustTagOut = [
  "leg.foot/cracked",
  "leg.foot/missing",
  "reach.sensors/missing",
  "boom.angle_sensors/hanging",
  "rails.pins/pin_missing",
  "lower.drift/sinks",
  "crank.wheel/cracked",
  "crank.knob/cracked",
  "platform.jib_stow/moved",
  "doc.tag_and_log/tag_hanging",
  "doc.manual/missing",
  "doc.manual/wrong_model",
  "doc.capacity_plate/unreadable",
  "doc.examination/overdue",
  "frame.welds/cracked",
  "main.structure/cracked",
  "wheel.hub/leak_running",
  "wheel.tyre/cord_showing",
  "wheel.nuts/nut_missing",
  "ring.teeth/tooth_missing",
  "ring.teeth/bolt_missing",
  "counterweight.bolts/bolt_missing",
  "platform.rotator_bolts/bolt_sheared",
  "platform.lowest_hoop/damaged",
  "platform.gate/does_not_latch",
  "rails.condition/cracked",
  "platform.anchors/cracked",
  "ground.stop_button/sticks",
  "ground.disconnect/stays_live",
  "lower.valve/does_not_lower",
  "descent.control/blocked",
  "guard.bars/bent",
  "boom.lift_cables/cables_loose",
  "mast.chains/loose",
  "mast.sequence_cables/frayed",
  "ground.axles_in/moved",
  "ground.reach_stripe/wrong_stripe",
] as const;

/** Fails on the safe side, or is worn or dirty: graded by the yard. */
const mayBeGraded = [
  "frame.welds/corroded",
  "boom.cylinders/weep",
  "doc.decals/unreadable",
  "horn.platform/silent",
  "rails.condition/scuffed",
  "wheel.tyre/gouge",
  "battery.cases/cracked",
];

const policies: fc.Arbitrary<Policy> = fc.record({
  ...Object.fromEntries(Object.entries(defaultPolicy).map(([key, value]) => [key, fc.constant(value)])),
  grading: fc.constantFrom(...gradingPolicies),
  upkeep: fc.subarray([...defaultPolicy.upkeep]),
  rules: fc.dictionary(
    fc.constantFrom(...everyCondition.map(({ check, condition }) => `${check.id}/${condition}`)),
    fc.constantFrom(...ownerGrades),
    { minKeys: 0, maxKeys: 60 },
  ),
}) as unknown as fc.Arbitrary<Policy>;

const grade = (policy: Policy, { check, condition, rule }: (typeof everyCondition)[number]) =>
  gradeFinding({ check: check.id, condition, rule, putRight: rule.upkeep }, policy, {
    earlierTopUps: 0,
    grown: false,
  });

describe("the floor", () => {
  const at = (name: string) =>
    everyCondition.find(({ check, condition }) => `${check.id}/${condition}` === name);

  it("has every condition of the catalogue sorted into one way to fail, once", () => {
    const used = [...everyCondition.filter(({ rule }) => !rule.conditions).map((c) => c.condition)];
    used.push(...Object.keys(movementWrongs));
    expect([...new Set(used.filter((condition) => wayToFail(condition) === undefined))]).toEqual([]);
    const listed: readonly string[] = Object.values(waysToFail).flat();
    expect(listed.length).toBe(new Set(listed).size);
    expect(listed.filter((condition) => !used.includes(condition))).toEqual([]);
  });

  for (const name of mustTagOut) {
    it(`${name} tags out, whatever the owner's rule`, () => {
      const found = at(name);
      if (found === undefined) throw new Error(`the catalogue has no ${name}`);
      const lax: Policy = { ...defaultPolicy, rules: { [name]: "watch" } };
      expect(grade(lax, found)).toMatchObject({ grade: "tag_out", floor: true });
    });
  }

  it("leaves to the yard what is worn, dirty or fails on the safe side", () => {
    for (const name of mayBeGraded) {
      const found = at(name);
      if (found === undefined) continue;
      expect(grade({ ...defaultPolicy, rules: { [name]: "watch" } }, found).floor, name).toBe(false);
    }
  });

  it("holds under any policy: no part that carries load, holds pressure or protects may be softened", () => {
    const floored = everyCondition.filter(({ rule }) => rule.floor !== undefined);
    expect(floored.length).toBeGreaterThan(180);
    fc.assert(
      fc.property(policies, (policy) => {
        for (const one of floored) if (grade(policy, one).grade !== "tag_out") return false;
        return true;
      }),
      { numRuns: 60 },
    );
  });

  it("is asked of every part alike: where two checks look at one part, the same failing is on it for both", () => {
    const sorted = new Map<string, Set<boolean>>();
    for (const { check, condition, rule } of everyCondition) {
      if (rule.conditions || ["graded", undefined].includes(wayToFail(condition))) continue;
      const key = `${check.part}/${condition}`;
      sorted.set(key, (sorted.get(key) ?? new Set()).add(rule.floor !== undefined));
    }
    expect([...sorted].filter(([, is]) => is.size > 1).map(([key]) => key)).toEqual([]);
  });

  it("stands on every demo machine with the rule that gave it", () => {
    for (const sheet of Object.values(demoSheets)) {
      for (const { definition, conditions } of checksOf(sheet)) {
        const { role } = parts[definition.part];
        if (role !== "guards" && role !== "stops" && role !== "brakes") continue;
        for (const [condition, rule] of Object.entries(conditions))
          if (["fails", "lost", "unbidden"].includes(wayToFail(condition) ?? ""))
            expect(rule.floor, `${definition.id}/${condition}`).toBeDefined();
      }
    }
  });
});
