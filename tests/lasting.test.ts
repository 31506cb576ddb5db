import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { lastingFor } from "@/server/inspections/lasting";
import { findInspection } from "@/server/inspections/model";
import { verifyBooks } from "@/server/ledger/verify-books";
import { sealedRecord } from "@/server/records/read";
import { setPolicy } from "@/server/sites/policy";
import { recordUnitEvent } from "@/server/units/events";
import { addUnit, at, begin, state, yardForFile } from "./database";

const yard = yardForFile({ intervals: "as_the_manual" });
const day = 24 * 60;

/** By the manual: handbooks by the week, the tilt test by the month, battery water by hours, decals after an event. */
const intervals = {
  "doc.handbooks": { days: 7, page: "12" },
  "tilt.alarm": { days: 30, page: "31" },
  "battery.water": { hours: 20, page: "40" },
  "doc.decals": { page: "12" },
};
const sheet = { ...slabScissorSheet, intervals };
const ids = Object.keys(intervals);
const keys = checksOf(sheet).filter(({ definition }) => ids.includes(definition.id));

async function walk(unitId: string, minute: number, without: readonly string[] = [], hours = 10) {
  const inspectionId = await begin(yard, unitId, yard.people.operator, minute);
  const walked = {
    inspectionId,
    personId: yard.people.operator,
    signer: "test",
    random: yard.random,
    without,
  };
  const answers = { "meter.hours": { value: hours } };
  const signed = await walkAndSign(yard.db, { ...walked, answers }, at(minute + 1));
  const borrowed = signed.decision.reasons.find(({ reason }) => reason === "borrowed")?.detail;
  return { inspectionId, outcome: signed.outcome, borrowed };
}
const happens = (
  unitId: string,
  kind: "contact" | "transported" | "taken_into_use" | "handed_over",
  minute: number,
) => recordUnitEvent(yard.db, unitId, yard.people.operator, { id: randomUUID(), kind }, at(minute));
const lends = async (unitId: string, minute: number) => {
  const inspection = await findInspection(yard.db, await begin(yard, unitId, yard.people.second, minute));
  if (inspection === undefined) throw new Error("expected it to have begun");
  return (await lastingFor(yard.db, inspection)).map(({ check }) => check.split("@")[0]).sort();
};

/** What is kept for longer stands in the books as it is in its table, both ways. */
async function booksHold() {
  const { breaks } = await verifyBooks(yard.db);
  expect(breaks.filter(({ row }) => /^(lasting|check)_evidence /.test(row ?? ""))).toEqual([]);
}

describe("evidence with an age", () => {
  it("lets one person without a ramp clear a unit the next day; the record says what it borrowed and from whom", async () => {
    const unitId = await addUnit(yard.db, "IV-1", sheet);
    const first = await walk(unitId, 0);
    expect(first).toMatchObject({ outcome: "cleared", borrowed: undefined });
    const second = await walk(unitId, day, ids);
    expect(second).toMatchObject({ outcome: "cleared", borrowed: `${keys.length}` });
    expect(await state(yard, unitId, day + 60)).toBe("cleared");
    const record = await sealedRecord(yard.db, second.inspectionId);
    const told = record?.document.borrowed ?? [];
    expect(told.map(({ check }) => check).sort()).toEqual(keys.map(({ key }) => key).sort());
    for (const one of told) {
      expect(one).toMatchObject({ inspectionId: first.inspectionId, by: "operator", atMs: at(0).getTime() });
      expect(record?.document.events.map(({ id }) => id)).not.toContain(one.eventId);
    }
    const tilt = told.find(({ check }) => check.startsWith("tilt.alarm"));
    expect(tilt?.untilMs).toBe(at(30 * day).getTime());
    // Its age counts from when it was made, not from when it was borrowed; a week is over after a week.
    expect((await walk(unitId, 7 * day, ids)).outcome).toBe("not_cleared");
    expect(
      (
        await walk(
          unitId,
          7 * day + 200,
          ids.filter((id) => id !== "doc.handbooks"),
        )
      ).outcome,
    ).toBe("cleared");
    await booksHold();
  });

  it("comes of nothing but a walk that cleared: partial ones never add up to one", async () => {
    const unitId = await addUnit(yard.db, "IV-2", sheet);
    // All but the horn today, all but these tomorrow.
    expect((await walk(unitId, 0, ["platform.horn"])).outcome).toBe("not_cleared");
    expect(await lends(unitId, 300)).toEqual([]);
    expect((await walk(unitId, day, ids)).outcome).toBe("not_cleared");
  });

  it("is not asked for by a policy that does not say so, nor kept under it", async () => {
    const unitId = await addUnit(yard.db, "IV-3", sheet);
    await walk(unitId, 0);
    const policy = (intervals: "every_inspection" | "as_the_manual", minute: number) =>
      setPolicy(yard.db, "yard", yard.people.owner, { ...defaultPolicy, intervals }, at(minute));
    await policy("every_inspection", 20);
    expect((await walk(unitId, day, ids)).outcome).toBe("not_cleared");
    expect((await walk(unitId, day + 200)).outcome).toBe("cleared");
    await policy("as_the_manual", day + 400);
    // Neither what was proven before nor what was proven in between is lent.
    expect(await lends(unitId, day + 500)).toEqual([]);
    expect((await walk(unitId, 2 * day, ids)).outcome).toBe("not_cleared");
  });

  it("is held by the database too, past the use case", async () => {
    const unitId = await addUnit(yard.db, "IV-4", sheet);
    const { inspectionId } = await walk(unitId, 0);
    const keep = (check: string, more: string) =>
      sql`INSERT INTO lasting_evidence SELECT c.unit_id, c.check_key, c.inspection_id, ${randomUUID()}::uuid, ${yard.people.operator}::uuid,
        c.seen, i.started_at, ${sql.raw(more)} FROM check_evidence c JOIN inspection i ON i.id = c.inspection_id
        WHERE c.unit_id = ${unitId} AND c.check_key LIKE ${`${check}@%`} LIMIT 1`.execute(yard.db);
    for (const check of ["ground.stop_button", "frame.welds", "doc.manual", "meter.hours"])
      await expect(keep(check, "NULL, NULL"), check).rejects.toThrow(/made at every inspection/);
    // A sheet written past the editor gives a weld a year: the floor holds all the same.
    const wrong = { ...sheet, intervals: { ...intervals, "frame.welds": { days: 366, page: "1" } } };
    const other = await addUnit(yard.db, "IV-5", wrong);
    await walk(other, 0);
    await expect(
      sql`INSERT INTO lasting_evidence SELECT c.unit_id, c.check_key, c.inspection_id, c.event_id, ${yard.people.operator}::uuid, c.seen, i.started_at,
        i.started_at + interval '1 day', NULL FROM check_evidence c JOIN inspection i ON i.id = c.inspection_id
        WHERE c.unit_id = ${other} AND c.check_key LIKE 'frame.welds@%' LIMIT 1`.execute(yard.db),
    ).rejects.toThrow(/made at every inspection/);
    // Not an answer of that walk; not longer than the sheet says.
    await expect(keep("doc.handbooks", "i.started_at + interval '7 days', NULL")).rejects.toThrow(
      /expected an answer/,
    );
    const handbooks = sql`FROM lasting_evidence WHERE unit_id = ${unitId} AND check_key LIKE 'doc.handbooks@%'`;
    await expect(
      sql`UPDATE lasting_evidence SET until = until + interval '1 day'`.execute(yard.db),
    ).rejects.toThrow();
    expect((await sql`SELECT until ${handbooks}`.execute(yard.db)).rows).toEqual([{ until: at(7 * day) }]);
    // A walk that says it borrows what has ended is no clearance.
    await happens(unitId, "contact", 30);
    const later = await begin(yard, unitId, yard.people.operator, day);
    const seal = (handbooks: "borrowed" | "fine") =>
      yard.db.transaction().execute(async (trx) => {
        await sql`CREATE TEMP TABLE was ON COMMIT DROP AS SELECT * FROM check_evidence WHERE unit_id = ${unitId}`.execute(
          trx,
        );
        await sql`DELETE FROM check_evidence WHERE unit_id = ${unitId}`.execute(trx);
        await sql`INSERT INTO check_evidence SELECT unit_id, check_key, ${later}::uuid, event_id,
          CASE WHEN check_key LIKE 'doc.handbooks@%' THEN ${handbooks} ELSE proves END, 1000, until, NULL FROM was`.execute(
          trx,
        );
        await sql`INSERT INTO seal SELECT (jsonb_populate_record(s, jsonb_build_object('inspection_id', ${later}::text,
          'ledger_position', 1000, 'signed_at', ${at(day + 1)}::timestamptz))).* FROM seal s
          WHERE s.inspection_id = ${inspectionId}`.execute(trx);
        await sql`SET CONSTRAINTS has_evidence IMMEDIATE`.execute(trx);
        throw new Error("all that it needs is there");
      });
    await expect(seal("borrowed")).rejects.toThrow(/expected evidence for all/);
    await expect(seal("fine")).rejects.toThrow("all that it needs is there");
  });
});

describe("in any order", () => {
  const step = fc.oneof(
    {
      weight: 4,
      arbitrary: fc.record({
        do: fc.constant("walk" as const),
        without: fc.subarray(ids),
        days: fc.integer({ min: 1, max: 9 }),
        hours: fc.integer({ min: 0, max: 12 }),
      }),
    },
    {
      weight: 1,
      arbitrary: fc.record({
        do: fc.constantFrom(
          "contact" as const,
          "transported" as const,
          "taken_into_use" as const,
          "handed_over" as const,
        ),
      }),
    },
  );

  it("a walk clears just where all it leaves out was proven by one that cleared, is in date, and nothing has happened since", async () => {
    let number = 0;
    let borrowed = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 9 }), async (steps) => {
        const unitId = await addUnit(yard.db, `IR-${++number}`, sheet);
        const proven = new Map<string, { readonly minute: number; readonly hours: number }>();
        let minute = 0;
        let ran = 0;
        for (const one of steps) {
          minute += 300;
          if (one.do !== "walk") {
            await happens(unitId, one.do, minute);
            if (one.do === "contact" || one.do === "transported") proven.clear();
            continue;
          }
          minute += one.days * day;
          ran += one.hours;
          const { outcome } = await walk(unitId, minute, one.without, ran);
          const inDate = (id: string) => {
            const last = proven.get(id);
            if (last === undefined) return false;
            const { days = Number.POSITIVE_INFINITY, hours = Number.POSITIVE_INFINITY } = intervals[
              id as keyof typeof intervals
            ] as { days?: number; hours?: number };
            // In date for as long as the walk may still be signed: four hours.
            return minute + 240 <= last.minute + days * day && ran < last.hours + hours;
          };
          const clears = one.without.every(inDate);
          expect([one, outcome]).toEqual([one, clears ? "cleared" : "not_cleared"]);
          if (!clears) continue;
          borrowed += one.without.length;
          for (const id of ids) if (!one.without.includes(id)) proven.set(id, { minute, hours: ran });
        }
      }),
      { numRuns: 12, seed: 11 },
    );
    expect(borrowed).toBeGreaterThan(10);
    await booksHold();
  });
});
