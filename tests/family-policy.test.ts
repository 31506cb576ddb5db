import fc from "fast-check";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { families } from "@/core/vocabulary/families";
import { defaultPolicy, type Policy } from "@/core/vocabulary/policy";
import { policyFor } from "@/core/vocabulary/policy-for";
import { gradingPolicies, releasers } from "@/core/vocabulary/practice";
import { walkAndSign } from "@/server/demo/walk";
import { setPolicy } from "@/server/sites/policy";
import { begin, yardForFile } from "./database";

const yard = yardForFile({ grading: "strict" });

describe("a policy by family", () => {
  it("is worked out by the database as by the app", async () => {
    const matters = fc.record(
      {
        grading: fc.constantFrom(...gradingPolicies),
        returnToService: fc.constantFrom(...releasers),
        longestWalkMin: fc.integer({ min: 30, max: 720 }),
      },
      { requiredKeys: [] },
    );
    const policies = fc.record({
      site: matters,
      own: fc.dictionary(fc.constantFrom(...families), matters, { maxKeys: 3 }),
    });
    await fc.assert(
      fc.asyncProperty(policies, fc.constantFrom(...families), async ({ site, own }, family) => {
        const policy = { ...defaultPolicy, ...site, families: own } as Policy;
        const { rows } = await sql<{ policy: Policy }>`
          SELECT policy_for(${JSON.stringify(policy)}::jsonb, ${family}) AS policy`.execute(yard.db);
        expect(rows[0]?.policy).toEqual(policyFor(policy, family));
      }),
      { numRuns: 40 },
    );
  });

  it("grades each unit by its own family's, pins that in the record, and lets the database hold it", async () => {
    const { owner, operator } = yard.people;
    const scissors = { slab_scissor: { grading: "graded", longestWalkMin: 30 } } as const;
    await setPolicy(
      yard.db,
      "yard",
      owner,
      { ...defaultPolicy, grading: "strict", families: scissors },
      new Date("2026-03-02T05:00:00Z"),
    );
    const walk = async (unitId: string, pace: number) => {
      const inspectionId = await begin(yard, unitId, operator, 0);
      const walked = { inspectionId, personId: operator, signer: "test", random: yard.random, pace };
      const answers = { "hydraulic.unit": { condition: "weep" } };
      const signed = await walkAndSign(yard.db, { ...walked, answers }, new Date("2026-03-02T05:31:00Z"));
      const { policy } = await yard.db
        .selectFrom("inspection")
        .select("policy")
        .where("id", "=", inspectionId)
        .executeTakeFirstOrThrow();
      return {
        outcome: signed.outcome,
        reasons: signed.decision.reasons.map(({ reason }) => reason),
        policy,
      };
    };
    const boom = await walk(yard.boom, 0.1);
    expect(boom).toMatchObject({ outcome: "tagged_out", policy: { grading: "strict" } });
    const scissor = await walk(yard.scissor, 0.1);
    expect(scissor).toMatchObject({
      outcome: "cleared_with_notes",
      policy: { grading: "graded", longestWalkMin: 30 },
    });
    expect(scissor.policy).not.toHaveProperty("families");
    // Half an hour is the family's own; four hours the site's.
    expect((await walk(yard.scissor, 3)).reasons).toContain("too_old");
    const late = sql`INSERT INTO seal SELECT (jsonb_populate_record(s, jsonb_build_object('inspection_id', i.id,
        'signed_at', l.recorded_at + interval '31 minutes', 'outcome', 'cleared', 'ledger_position', 900))).*
      FROM seal s JOIN inspection i ON i.unit_id = s.unit_id AND i.id NOT IN (SELECT inspection_id FROM seal)
      JOIN ledger_entry l ON l.unit_id = i.unit_id AND l.position = i.started_position WHERE s.unit_id = ${yard.scissor} LIMIT 1`;
    await begin(yard, yard.scissor, yard.people.second, 40);
    await expect(late.execute(yard.db)).rejects.toThrow(/too long ago/);
  });
});
