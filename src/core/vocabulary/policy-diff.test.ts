import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cautiousPolicy, defaultPolicy, type Policy } from "./policy";
import { policyDiff } from "./policy-diff";
import { goneSayers, gradingPolicies, practices, releasers, triggers } from "./practice";
import { upkeepIds } from "./upkeep";

const policy: fc.Arbitrary<Policy> = fc.record({
  schema: fc.constant(1 as const),
  grading: fc.constantFrom(...gradingPolicies),
  trigger: fc.constantFrom(...triggers),
  start: fc.constantFrom(...practices.start),
  documents: fc.constantFrom(...practices.documents),
  survey: fc.constantFrom(...practices.survey),
  look: fc.constantFrom(...practices.look),
  auxiliary: fc.constantFrom(...practices.auxiliary),
  guards: fc.constantFrom(...practices.guards),
  upkeep: fc.subarray([...upkeepIds]),
  rules: fc.dictionary(fc.constantFrom("a/b", "c/d"), fc.constantFrom("watch", "repair_by", "tag_out")),
  repairWithinDays: fc.integer({ min: 0, max: 60 }),
  topUpsAllowed: fc.integer({ min: 1, max: 5 }),
  topUpWithinShifts: fc.integer({ min: 1, max: 20 }),
  returnToService: fc.constantFrom(...releasers),
  longestWalkMin: fc.integer({ min: 30, max: 720 }),
  matterGone: fc.record({ place: fc.constantFrom(...goneSayers), watch: fc.constantFrom(...goneSayers) }),
});

describe("in what two policies differ", () => {
  it("nothing from itself; and whatever is softer one way is not softer back, a rule that comes or goes apart", () => {
    fc.assert(
      fc.property(policy, policy, (a, b) => {
        expect(policyDiff(a, a)).toEqual([]);
        const [there, back] = [policyDiff(a, b), policyDiff(b, a)];
        expect(there.map(({ matter }) => matter).sort()).toEqual(back.map(({ matter }) => matter).sort());
        for (const { matter, softer, was, is } of there) {
          const returning = back.find((one) => one.matter === matter);
          expect([returning?.was, returning?.is]).toEqual([is, was]);
          const rule = matter.startsWith("rules.") && (was === undefined || is === undefined);
          if (softer && !rule) expect(returning?.softer, matter).toBe(false);
        }
      }),
    );
  });

  it("the cautious beginning is softer in nothing than the usual policy, and the usual one is than it in much", () => {
    expect(policyDiff(defaultPolicy, cautiousPolicy).filter(({ softer }) => softer)).toEqual([]);
    const softer = policyDiff(cautiousPolicy, defaultPolicy).filter((one) => one.softer);
    expect(softer.map(({ matter }) => matter)).toEqual(
      expect.arrayContaining([
        "grading",
        "repairWithinDays",
        "longestWalkMin",
        "matterGone.place",
        "upkeep.grease",
      ]),
    );
  });

  it("is named by hand for each matter", () => {
    const change = (more: Partial<Policy>) =>
      policyDiff(defaultPolicy, { ...defaultPolicy, ...more }).map(({ matter, softer }) => [matter, softer]);
    expect(change({ trigger: "day" })).toEqual([["trigger", true]]);
    expect(change({ trigger: "each_use" })).toEqual([["trigger", false]]);
    expect(change({ returnToService: "same_technician" })).toEqual([["returnToService", true]]);
    expect(change({ topUpWithinShifts: 4 })).toEqual([["topUpWithinShifts", true]]);
    expect(change({ rules: { "rails.condition/scuffed": "tag_out" } })).toEqual([
      ["rules.rails.condition/scuffed", false],
    ]);
    expect(change({ rules: { "rails.condition/scuffed": "watch" } })).toEqual([
      ["rules.rails.condition/scuffed", true],
    ]);
    expect(change({ start: "engine" })).toEqual([["start", false]]);
    expect(change({ upkeep: [] }).every(([, softer]) => softer === false)).toBe(true);
  });
});
