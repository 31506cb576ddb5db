import { randomUUID } from "node:crypto";
import fc from "fast-check";
import ICAL from "ical.js";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { icsOf, newCalendarSecret, siteCalendar } from "@/server/clocks/calendar";
import { documentOf, keepDocument } from "@/server/clocks/documents";
import { noteReading, voidReading } from "@/server/clocks/hours";
import { recordJob } from "@/server/clocks/job";
import { clocksNow, programmesOf, workedOut } from "@/server/clocks/keep";
import { programmeClaims, setForModel, setProgramme, settleClaim } from "@/server/clocks/programme";
import { setSlot } from "@/server/clocks/slots";
import { walkAndSign } from "@/server/demo/walk";
import { verifyBooks } from "@/server/ledger/verify-books";
import { recordUnitEvent } from "@/server/units/events";
import { standings } from "@/server/units/standing";
import { addUnit, at, begin, yardForFile } from "./database";

const yard = yardForFile();
const day = 24 * 60;

const service = (months: number | null, hours: number | null) => ({
  ...{ job: "service" as const, runs: true, months, hours, earlyDays: 7, noticeDays: 14 },
  source: "manual, page 41",
});
const done = (doneOn: string, meterHours: number | null): Parameters<typeof recordJob>[3] => ({
  ...{ job: "service" as const, doneOn, meterHours, doneBy: "P. Thrale", licence: "L-7" },
  ...{ document: "S-1", documentId: null },
});
const stateOf = async (unitId: string, minute: number) =>
  (await standings(yard.db, [unitId], at(minute))).get(unitId)?.state;
const dateOf = (minute: number) => at(minute).toISOString().slice(0, 10);

const walk = async (unitId: string, minute: number, hours: number) =>
  (await walkOf(unitId, minute, hours)).outcome;

async function walkOf(unitId: string, minute: number, hours: number) {
  const inspectionId = await begin(yard, unitId, yard.people.operator, minute);
  const signed = await walkAndSign(
    yard.db,
    {
      ...{ inspectionId, personId: yard.people.operator, signer: "test", random: yard.random },
      answers: { "meter.hours": { value: hours } },
    },
    at(minute + 1),
  );
  return { inspectionId, outcome: signed.outcome };
}

const readingsOf = (inspectionId: string) =>
  yard.db.selectFrom("hourReading").select("id").where("inspectionId", "=", inspectionId).execute();

describe("a job that comes round", () => {
  it("is due until it is recorded, and holds the unit again once its hours have run, from the walk that reads them", async () => {
    const unitId = await addUnit(yard.db, "C-1", slabScissorSheet);
    expect(await walk(unitId, 0, 1_000)).toBe("cleared");
    await setProgramme(yard.db, unitId, yard.people.owner, service(3, 50), at(60));
    expect(await stateOf(unitId, 61)).toBe("job_overdue");
    await recordJob(yard.db, unitId, yard.people.technician, done(dateOf(62), 1_000), at(62));
    // Covers were opened for it: an inspection is due, and clears.
    expect(await stateOf(unitId, 63)).toBe("inspection_owed");
    expect(await walk(unitId, day, 1_020)).toBe("cleared");
    expect(await walk(unitId, 3 * day, 1_049)).toBe("cleared");
    expect(await walk(unitId, 4 * day, 1_050)).toBe("tagged_out");
    expect(await stateOf(unitId, 4 * day + 9)).toBe("job_overdue");
    await recordJob(
      yard.db,
      unitId,
      yard.people.technician,
      done(dateOf(4 * day + 20), 1_050),
      at(4 * day + 20),
    );
    expect(await stateOf(unitId, 4 * day + 21)).toBe("inspection_owed");
    expect(await walk(unitId, 4 * day + 60, 1_051)).toBe("cleared");
    // And by the calendar, while nobody does anything.
    expect(await stateOf(unitId, 100 * day)).toBe("job_overdue");
    // Past the use case: the database clears nothing then either.
    const inspectionId = await begin(yard, unitId, yard.people.operator, 100 * day);
    await expect(
      sql`INSERT INTO seal (inspection_id, unit_id, outcome, shown_outcome, reasons, scope, signed_by, signed_at, started_at, checks_due,
          answered, skipped, ungradable, clearance_ends_at, ledger_position)
        VALUES (${inspectionId}, ${unitId}, 'cleared', 'cleared', '[]', 'full', ${yard.people.operator}, ${at(100 * day + 9)},
          ${at(100 * day)}, 5, 5, 0, 0, ${at(100 * day + 300)}, 999)`.execute(yard.db),
    ).rejects.toThrow(/a job that comes round is overdue/);
  });

  it("a slip of a digit holds nothing; a third reading in a row that cannot be does", async () => {
    const unitId = await addUnit(yard.db, "C-2", slabScissorSheet);
    expect(await walk(unitId, 0, 700)).toBe("cleared");
    await setProgramme(yard.db, unitId, yard.people.owner, service(null, 500), at(60));
    await recordJob(yard.db, unitId, yard.people.technician, done(dateOf(61), 700), at(61));
    expect(await walk(unitId, day, 7_080)).toBe("cleared");
    expect(await walk(unitId, 2 * day, 70)).toBe("cleared");
    expect(await walk(unitId, 3 * day, 71)).toBe("tagged_out");
    expect(await stateOf(unitId, 3 * day + 5)).toBe("job_overdue");
    // Somebody says that the meter was replaced: what it showed then counts on.
    const id = randomUUID();
    await recordUnitEvent(
      yard.db,
      unitId,
      yard.people.technician,
      {
        ...{ id, kind: "meter_replaced" },
        meter: { oldHours: 705, newHours: 68, exchangedAt: at(day + 600).toISOString() },
      },
      at(3 * day + 30),
    );
    expect(await walk(unitId, 4 * day, 75)).toBe("cleared");
    expect((await clocksNow(yard.db, unitId)).meter?.machineHours).toBe(712);
    // What cannot be said of the old meter is refused.
    await expect(
      recordUnitEvent(
        yard.db,
        unitId,
        yard.people.technician,
        { id: randomUUID(), kind: "meter_replaced", meter: { oldHours: 20, newHours: 0 } },
        at(4 * day + 30),
      ),
    ).rejects.toMatchObject({ type: "odd-hours" });
    // A meter nobody can read for more than a week is no reason to go on.
    const unreadable = { condition: "unreadable" };
    const unread = async (minute: number) => {
      const inspectionId = await begin(yard, unitId, yard.people.operator, minute);
      const walked = { inspectionId, personId: yard.people.operator, signer: "test", random: yard.random };
      const answers = { "meter.hours": unreadable };
      return (await walkAndSign(yard.db, { ...walked, answers }, at(minute + 1))).outcome;
    };
    expect(await unread(9 * day)).toBe("cleared_with_notes");
    expect(await unread(12 * day)).toBe("tagged_out");
  });

  it("asks for what it needs, and says what is wrong", async () => {
    const unitId = await addUnit(yard.db, "C-3", slabScissorSheet);
    const record = (wanted: Partial<ReturnType<typeof done>>) =>
      recordJob(yard.db, unitId, yard.people.technician, { ...done(dateOf(10), 400), ...wanted }, at(day));
    await expect(record({})).rejects.toMatchObject({ type: "no-programme" });
    await setProgramme(yard.db, unitId, yard.people.owner, service(null, 250), at(0));
    await noteReading(yard.db, unitId, yard.people.operator, { id: randomUUID(), hours: 410 }, at(1));
    await expect(record({ meterHours: null })).rejects.toThrow(/hour meter showed/);
    await expect(record({ meterHours: 4_000 })).rejects.toMatchObject({ type: "odd-hours" });
    await expect(record({ meterHours: 390 })).rejects.toMatchObject({ type: "odd-hours" });
    await expect(record({ doneOn: dateOf(5 * day) })).rejects.toThrow(/has not/);
    await expect(record({ documentId: randomUUID(), meterHours: 411 })).rejects.toThrow(/document/);
    await record({ meterHours: 411 });
    expect((await clocksNow(yard.db, unitId)).clocks).toMatchObject([{ job: "service", dueHours: 661 }]);
  });

  it("what asks less waits for a second person, who is not the first", async () => {
    const unitId = await addUnit(yard.db, "C-4", slabScissorSheet);
    const { owner, second } = yard.people;
    await setProgramme(yard.db, unitId, owner, service(3, 250), at(0));
    await recordJob(yard.db, unitId, yard.people.technician, done(dateOf(1), 400), at(1));
    expect(await setProgramme(yard.db, unitId, owner, service(2, 200), at(2))).toEqual({});
    const wanted = service(6, null);
    expect(await setProgramme(yard.db, unitId, owner, wanted, at(3))).toEqual({
      waiting: ["months", "hours"],
    });
    expect((await clocksNow(yard.db, unitId)).clocks).toMatchObject([{ dueHours: 600 }]);
    const [claim] = await programmeClaims(yard.db, unitId);
    const settle = (by: string) => settleClaim(yard.db, unitId, claim?.id ?? "", by, "agrees", at(4));
    await expect(settle(owner)).rejects.toMatchObject({ type: "second-person" });
    await settle(second);
    const [clock] = (await clocksNow(yard.db, unitId)).clocks;
    expect(clock?.dueHours).toBeUndefined();
    await expect(settle(second)).rejects.toMatchObject({ type: "no-claim" });
    expect(await setProgramme(yard.db, unitId, owner, { ...wanted, runs: false }, at(5))).toEqual({
      waiting: ["ended"],
    });
    // Past the use case: the database asks for two people as well.
    await expect(
      sql`INSERT INTO programme (id, unit_id, job, runs, months, early_days, notice_days, source, set_by, set_at, asks_less, confirmed_by)
        VALUES (${randomUUID()}, ${unitId}, 'service', false, 3, 0, 0, 'x', ${owner}, ${at(6)}, '{ended}', ${owner})`.execute(
        yard.db,
      ),
    ).rejects.toThrow(/check/);
  });
});

describe("a programme for a model", () => {
  it("holds for each of its units at the site; on one of which it asks less it waits", async () => {
    const { owner } = yard.people;
    const units = await Promise.all(
      ["M-1", "M-2", "M-3", "M-4"].map((plate) => addUnit(yard.db, plate, slabScissorSheet)),
    );
    const [first = "", second = "", third = "", retired = ""] = units;
    // Three of one model; the fourth is of it too, and out of use.
    await sql`UPDATE unit SET sheet_version_id = (SELECT sheet_version_id FROM unit WHERE id = ${first})
      WHERE id IN (${second}, ${third}, ${retired})`.execute(yard.db);
    await sql`UPDATE unit SET retired_at = now() WHERE id = ${retired}`.execute(yard.db);
    await setProgramme(yard.db, second, owner, service(1, null), at(0));
    expect(await setForModel(yard.db, first, owner, service(3, null), at(1))).toEqual({
      set: ["M-1", "M-3"],
      waiting: ["months"],
    });
    const months = async (id: string) => (await programmesOf(yard.db, id)).map((one) => one.months);
    expect(await Promise.all(units.map(months))).toEqual([[3], [1], [3], []]);
    expect(await programmeClaims(yard.db, second)).toHaveLength(1);
  });
});

describe("what is kept beside a job", () => {
  const pdf = Buffer.from("%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n");
  const keep = (unitId: string, bytes: Buffer) =>
    keepDocument(yard.db, unitId, yard.people.technician, "report.pdf", bytes, at(0));

  it("is what its bytes say it is: a whole PDF or picture, of this unit", async () => {
    const unitId = await addUnit(yard.db, "C-5", slabScissorSheet);
    const other = await addUnit(yard.db, "C-6", slabScissorSheet);
    const { id, kind, size } = await keep(unitId, pdf);
    expect([kind, size]).toEqual(["application/pdf", pdf.length]);
    for (const bad of [pdf.subarray(0, 30), Buffer.from("<html>"), Buffer.from("MZ"), Buffer.alloc(0)])
      await expect(keep(unitId, bad)).rejects.toMatchObject({ type: "no-document" });
    expect((await documentOf(yard.db, unitId, id))?.bytes).toEqual(pdf);
    expect(await documentOf(yard.db, other, id)).toBeUndefined();
    await setProgramme(yard.db, other, yard.people.owner, service(3, null), at(1));
    const job = { ...done(dateOf(1), null), documentId: id };
    await expect(recordJob(yard.db, other, yard.people.technician, job, at(2))).rejects.toThrow(/documentId/);
  });

  it("a site's calendar reads as one, and its address serves nobody once there is another", async () => {
    const unitId = await addUnit(yard.db, "C-7", slabScissorSheet);
    await setProgramme(yard.db, unitId, yard.people.owner, service(3, null), at(0));
    await recordJob(yard.db, unitId, yard.people.technician, done(dateOf(1), null), at(1));
    const slot = { job: "service" as const, plannedOn: "2026-05-20", who: "P. Thrale; bay 2, early" };
    await setSlot(yard.db, unitId, yard.people.owner, slot, at(2));
    const secretOf = async () =>
      (await newCalendarSecret(yard.db, "yard", yard.people.owner, at(3))).path.split("/").at(-1) ?? "";
    const secret = await secretOf();
    const calendar = await siteCalendar(yard.db, secret, at(4));
    const ics = icsOf(calendar, at(4), ({ plate, job, kind, who }) => ({
      summary: `${plate}: ${job}, ${kind}`,
      description: who,
    }));
    const events = new ICAL.Component(ICAL.parse(ics))
      .getAllSubcomponents("vevent")
      .map((one) => new ICAL.Event(one))
      .filter(({ summary }) => summary.startsWith("C-7"));
    expect(
      events.map(({ summary, startDate, description }) => [summary, `${startDate}`, description]),
    ).toEqual([
      ["C-7: examination, due", "2027-01-01", null],
      ["C-7: service, planned", "2026-05-20", "P. Thrale; bay 2, early"],
      ["C-7: service, due", "2026-06-02", null],
    ]);
    expect(events.every(({ startDate }) => startDate.isDate)).toBe(true);
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(3);
    // Done, its day is taken.
    await recordJob(yard.db, unitId, yard.people.technician, done(dateOf(10), null), at(10));
    const later = (await siteCalendar(yard.db, secret, at(11))).days.filter(({ plate }) => plate === "C-7");
    expect(later.map(({ kind }) => kind)).toEqual(["due", "due"]);
    await secretOf();
    await expect(siteCalendar(yard.db, secret, at(12))).rejects.toMatchObject({ type: "no-calendar" });
  });
});

/** What may be done to a unit's clocks, in any order. */
type Step =
  | { readonly do: "walk"; readonly ran: number; readonly slip?: number }
  | { readonly do: "service" }
  | { readonly do: "programme"; readonly months: number | null; readonly hours: number | null }
  | { readonly do: "meter"; readonly from: number }
  | { readonly do: "void" };

const step: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc.record({ do: fc.constant("walk" as const), ran: fc.integer({ min: 0, max: 20 }) }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant("walk" as const),
      ran: fc.nat(9),
      slip: fc.constantFrom(-300, 4_000),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant("service" as const) }) },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant("programme" as const),
      months: fc.constantFrom(1, 2, null),
      hours: fc.constantFrom(40, 80, null),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("void" as const) }) },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constant("meter" as const), from: fc.constantFrom(0, 25, 900) }),
  },
);

/** The date so many months after one, as on a wall calendar. */
const monthsAfter = (ms: number, months: number): number => {
  const from = new Date(ms);
  const last = new Date(Date.UTC(from.getUTCFullYear(), from.getUTCMonth() + months + 1, 0)).getUTCDate();
  return Date.UTC(from.getUTCFullYear(), from.getUTCMonth() + months, Math.min(from.getUTCDate(), last));
};

describe("in any order", () => {
  it("nothing clears a unit past its service, and everything else does: an oracle that knows the machine", async () => {
    let number = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 9 }), async (steps) => {
        const unitId = await addUnit(yard.db, `CR-${++number}`, slabScissorSheet);
        // What the oracle knows: the machine, not what anybody read of it, and which readings were slips.
        let [ran, behind, counted] = [500, 0, 500];
        let months: number | null = null;
        let hours: number | null = null;
        let last: { readonly ms: number; readonly hours: number } | undefined;
        let slips: { readonly inspectionId: string }[] = [];
        const voidSlips = async (minute: number) => {
          for (const { inspectionId } of slips)
            for (const { id } of await readingsOf(inspectionId))
              await voidReading(yard.db, unitId, id, yard.people.technician, { why: "misread" }, at(minute));
          slips = [];
        };
        for (const [i, one] of steps.entries()) {
          const minute = (i + 1) * 3 * day;
          const ms = at(minute).getTime();
          const shows = () => ran - behind;
          if (one.do === "walk") {
            ran += one.ran;
            const walked = await walkOf(unitId, minute, Math.max(0, shows() + (one.slip ?? 0)));
            if (one.slip === undefined) counted = ran;
            else slips.push(walked);
            const late =
              (months !== null || hours !== null) &&
              (last === undefined ||
                (months !== null && ms + 60_000 >= monthsAfter(last.ms, months)) ||
                (hours !== null && counted >= last.hours + hours));
            if (late) expect(walked.outcome).toBe("tagged_out");
            else if (slips.length === 0) expect(walked.outcome).toBe("cleared");
          } else if (one.do === "service" && (months !== null || hours !== null)) {
            const record = () =>
              recordJob(yard.db, unitId, yard.people.technician, done(dateOf(minute), shows()), at(minute));
            await record().catch(async (problem: { type?: string }) => {
              // Somebody has to say first which reading was wrong.
              expect(problem.type).toBe("odd-hours");
              expect(slips.length).toBeGreaterThan(0);
              await voidSlips(minute);
              await record();
            });
            last = { ms: Date.parse(dateOf(minute)), hours: ran };
            counted = ran;
          } else if (one.do === "programme" && (one.months !== null || one.hours !== null)) {
            const wanted = { ...service(one.months, one.hours), earlyDays: 0 };
            const set = await setProgramme(yard.db, unitId, yard.people.owner, wanted, at(minute));
            if (set.waiting === undefined) ({ months, hours } = one);
          } else if (one.do === "void") await voidSlips(minute);
          else if (one.do === "meter") {
            await voidSlips(minute);
            const meter = { oldHours: shows(), newHours: one.from };
            const event = { id: randomUUID(), kind: "meter_replaced" as const, meter };
            await recordUnitEvent(yard.db, unitId, yard.people.technician, event, at(minute));
            behind = ran - one.from;
          }
        }
        const { clocks, meter } = await workedOut(yard.db, unitId);
        const kept = await clocksNow(yard.db, unitId);
        expect(kept.clocks).toEqual(clocks);
        expect(kept.meter).toEqual(meter);
      }),
      { numRuns: 25 },
    );
    // Units are written by hand here, and all else by the app.
    const { breaks } = await verifyBooks(yard.db);
    const ours = /^(hour_reading|reading_void|meter_exchange|programme|job_done|clock|machine_hours) /;
    expect(breaks.filter(({ row }) => row !== undefined && ours.test(row))).toEqual([]);
  });
});
