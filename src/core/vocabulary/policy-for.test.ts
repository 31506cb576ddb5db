import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Family, families } from "./families";
import { defaultPolicy, type FamilyPolicy, type Policy, policySchema } from "./policy";
import { policyDiff } from "./policy-diff";
import { policyFor, withFamily } from "./policy-for";
import { gradingPolicies, intervalPolicies, triggers } from "./practice";

const chosen: fc.Arbitrary<FamilyPolicy> = fc.record(
  {
    grading: fc.constantFrom(...gradingPolicies),
    trigger: fc.constantFrom(...triggers),
    intervals: fc.constantFrom(...intervalPolicies),
    repairWithinDays: fc.integer({ min: 0, max: 60 }),
    rules: fc.dictionary(
      fc.constantFrom("doc.decals/dirty", "horn/weak"),
      fc.constantFrom("watch", "repair_by"),
    ),
  },
  { requiredKeys: [] },
);
const steps = fc.array(
  fc.tuple(fc.constantFrom<(Family | undefined)[]>(undefined, "slab_scissor", "towable_boom"), chosen),
  {
    maxLength: 8,
  },
);

describe("a policy by family", () => {
  it("is what was last chosen for the family, else what holds for the site, however they were chosen", () => {
    fc.assert(
      fc.property(steps, (all) => {
        let policy: Policy = defaultPolicy;
        for (const [family, more] of all)
          policy = family === undefined ? { ...policy, ...more } : withFamily(policy, family, more);
        expect(policySchema.parse(policy)).toEqual(policy);
        const { families: own = {}, ...site } = policy;
        for (const family of families) {
          expect(policyFor(policy, family)).toEqual({ ...site, ...own[family] });
          if (own[family] === undefined) expect(policyFor(policy, family)).toEqual(site);
        }
        const last = all.at(-1);
        if (last?.[0] !== undefined) expect(policyFor(policy, last[0])).toMatchObject(last[1]);
      }),
    );
  });

  it("is told of in a comparison, with what is softer, and kept in a file as it is", () => {
    const strict = { ...defaultPolicy, grading: "strict" as const };
    const after = withFamily(strict, "slab_scissor", { grading: "graded", longestWalkMin: 60 });
    expect(policyDiff(strict, after)).toEqual([
      { matter: "grading", was: "strict", is: "graded", softer: true, family: "slab_scissor" },
      { matter: "longestWalkMin", was: 240, is: 60, softer: false, family: "slab_scissor" },
    ]);
    // What the whole site becomes is told once.
    expect(policyDiff(after, { ...after, trigger: "day" })).toHaveLength(1);
    expect(policySchema.parse(JSON.parse(JSON.stringify(after)))).toEqual(after);
    expect(
      policySchema.safeParse({ ...strict, families: { slab_scissor: { grading: "none" } } }).success,
    ).toBe(false);
    expect(policySchema.safeParse({ ...strict, families: { slab_scissor: { families: {} } } }).success).toBe(
      false,
    );
  });
});
