import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { unsignedAt } from "@/server/book/faults";
import { bookOf } from "@/server/book/read";
import { signFaults } from "@/server/book/sign";
import { type DemoAnswer, walkAndSign } from "@/server/demo/walk";
import { verifyBooks } from "@/server/ledger/verify-books";
import { raiseTag } from "@/server/tags/raise";
import { repairFinding } from "@/server/units/finding-repair";
import { addUnit, at, begin, yardForFile } from "./database";

const yard = yardForFile({ grading: "log_book" });
const day = 24 * 60;

/** What an operator may find, and what the finding is graded. */
const finds = {
  nothing: {},
  put_right: { "doc.decals": { condition: "dirty", putRight: "clean" } },
  watch: { "hydraulic.unit": { condition: "weep" } },
} as const satisfies Readonly<Record<string, Readonly<Record<string, DemoAnswer>>>>;

async function walk(unitId: string, minute: number, found: keyof typeof finds = "nothing") {
  const inspectionId = await begin(yard, unitId, yard.people.operator, minute);
  const walked = { inspectionId, personId: yard.people.operator, signer: "test", random: yard.random };
  const signed = await walkAndSign(yard.db, { ...walked, answers: finds[found] }, at(minute + 1));
  const unsigned = signed.decision.reasons.find(({ reason }) => reason === "fault_unsigned")?.detail;
  return { inspectionId, outcome: signed.outcome, unsigned };
}
const sign = (unitId: string, faults: readonly string[], minute: number, action = "") =>
  signFaults(yard.db, unitId, yard.people.owner, { faults: [...faults], action }, at(minute));
const openOf = async (unitId: string) =>
  (await bookOf(yard.db, unitId, { from: at(0), to: at(0) })).unsigned.map(({ id }) => id);

describe("a fault in the log-book", () => {
  it("holds the unit from the next walk on, though it was put right at once, until the owner signs for it", async () => {
    const unitId = await addUnit(yard.db, "LB-1", slabScissorSheet);
    // The walk that finds it may clear; a later one may not.
    expect((await walk(unitId, 0, "put_right")).outcome).toBe("cleared_with_notes");
    expect(await walk(unitId, day)).toMatchObject({ outcome: "not_cleared", unsigned: "1" });
    await sign(unitId, await openOf(unitId), day + 9);
    expect((await walk(unitId, 2 * day)).outcome).toBe("cleared");
  });

  it("is signed for by an owner, with what is done where no repair says it, and once", async () => {
    const unitId = await addUnit(yard.db, "LB-2", slabScissorSheet);
    await walk(unitId, 0, "watch");
    const open = await openOf(unitId);
    expect(open).toHaveLength(1);
    expect((await unsignedAt(yard.db, "yard")).get(unitId)).toBe(1);
    await expect(sign(unitId, open, 9)).rejects.toMatchObject({ type: "bad-input" });
    await expect(sign(unitId, [...open, randomUUID()], 9, "left")).rejects.toMatchObject({
      type: "no-finding",
    });
    for (const [by, action] of [
      [yard.people.technician, "Left as it is"],
      [yard.people.owner, null],
    ])
      await expect(
        sql`INSERT INTO countersign VALUES (${open[0]}, ${unitId}, ${action}, ${by}, ${at(9)}, 1)`.execute(
          yard.db,
        ),
      ).rejects.toThrow(/expected/);
    await sign(unitId, open, 10, "Left as it is; filter ordered");
    expect((await unsignedAt(yard.db, "yard")).has(unitId)).toBe(false);
    await expect(sign(unitId, open, 11, "Again")).rejects.toMatchObject({ type: "already-signed" });
    // Signed for, it is still there to be seen.
    expect(await walk(unitId, day)).toMatchObject({ outcome: "cleared_with_notes", unsigned: undefined });
  });

  it("is also a tag raised by word, which holds the unit whoever signs", async () => {
    const unitId = await addUnit(yard.db, "LB-3", slabScissorSheet);
    const raised = await raiseTag(
      yard.db,
      "LB-3",
      yard.people.operator,
      JSON.stringify({ reason: "Smoke" }),
      at(0),
    );
    expect(await openOf(unitId)).toEqual([raised.id]);
    await sign(unitId, [raised.id], 5, "Taken to the workshop");
    expect((await walk(unitId, day)).outcome).toBe("tagged_out");
  });

  it("lets nobody clear the unit past the use case either", async () => {
    const unitId = await addUnit(yard.db, "LB-4", slabScissorSheet);
    await walk(unitId, 0, "put_right");
    const inspectionId = await begin(yard, unitId, yard.people.operator, day);
    const seal = () =>
      sql`INSERT INTO seal SELECT (jsonb_populate_record(s, jsonb_build_object('inspection_id', ${inspectionId}::text,
        'signed_at', ${at(day + 1)}::timestamptz, 'outcome', 'cleared'))).* FROM seal s WHERE s.unit_id = ${unitId}`.execute(
        yard.db,
      );
    await expect(seal()).rejects.toThrow(/not signed by the owner/);
    await sign(unitId, await openOf(unitId), day + 2);
    await expect(seal()).rejects.not.toThrow(/not signed by the owner/);
  });
});

describe("a log-book", () => {
  it("has each check, each fault with what was done and by whom, and the upkeep, in its span", async () => {
    const unitId = await addUnit(yard.db, "LB-5", slabScissorSheet);
    await walk(unitId, 0, "watch");
    const [weep] = await openOf(unitId);
    await repairFinding(yard.db, weep as string, yard.people.technician, { work: "Filter changed" }, at(30));
    await sign(unitId, [weep as string], 40);
    await walk(unitId, day);
    const span = (from: number, to: number) => bookOf(yard.db, unitId, { from: at(from), to: at(to) });
    const book = await span(0, day + 60);
    expect(book.checks.map(({ outcome }) => outcome)).toEqual(["cleared", "cleared_with_notes"]);
    // By the licence it was signed by, whatever its holder has since.
    await yard.db.updateTable("authorisation").set({ licence: "renewed" }).execute();
    expect((await span(0, day + 60)).checks.map(({ licence }) => licence)).toEqual(["L", "L"]);
    expect(book.faults).toHaveLength(1);
    expect(book.faults[0]).toMatchObject({
      what: { check: expect.stringMatching(/^hydraulic\.unit@/), condition: "weep", grade: "watch" },
      actions: [{ kind: "repaired", words: "Filter changed", atMs: at(30).getTime() }],
      signed: { action: null, atMs: at(40).getTime() },
    });
    expect(await span(day, day + 60)).toMatchObject({ faults: [], checks: [{ outcome: "cleared" }] });
  });
});

describe("in any order", () => {
  const step = fc.oneof(
    fc.record({
      do: fc.constant("walk" as const),
      found: fc.constantFrom(...(Object.keys(finds) as (keyof typeof finds)[])),
    }),
    fc.record({ do: fc.constant("sign" as const), nth: fc.nat(3) }),
    fc.record({ do: fc.constant("repair" as const), nth: fc.nat(3) }),
  );

  it("a walk clears just where the owner has signed for all that was found before it", async () => {
    let number = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 8 }), async (steps) => {
        const unitId = await addUnit(yard.db, `LR-${++number}`, slabScissorSheet);
        const unsigned = new Set<string>();
        const repaired = new Set<string>();
        for (const [i, one] of steps.entries()) {
          const minute = (i + 1) * day;
          if (one.do === "walk") {
            const before = unsigned.size;
            const { outcome } = await walk(unitId, minute, one.found);
            if (before > 0) expect(outcome).toBe("not_cleared");
            else expect(outcome).toMatch(/^cleared/);
            for (const id of await openOf(unitId)) unsigned.add(id);
            expect(unsigned.size).toBe(before + (one.found === "nothing" ? 0 : 1));
            continue;
          }
          const id = [...unsigned][one.nth];
          if (id === undefined) continue;
          if (one.do === "repair") {
            if (repaired.has(id)) continue;
            repaired.add(id);
            await repairFinding(yard.db, id, yard.people.technician, { work: "Done" }, at(minute));
          } else {
            await sign(unitId, [id], minute, "Seen");
            unsigned.delete(id);
          }
          expect(new Set(await openOf(unitId))).toEqual(unsigned);
        }
      }),
      { numRuns: 12 },
    );
    const { breaks } = await verifyBooks(yard.db);
    expect(breaks.filter(({ row }) => row?.startsWith("countersign "))).toEqual([]);
  });
});
