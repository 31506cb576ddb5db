import { sql } from "kysely";
import type { ClockId, ClockShown, UnitClocks, YardUnit } from "@/contract/clocks";
import type { DueBy } from "@/core/periodic/clocks";
import { type DueNow, dueOf } from "@/core/periodic/due";
import { hourLog } from "@/core/periodic/hours";
import { stripOf } from "@/core/periodic/strip";
import { mayBeDead, usageOf } from "@/core/periodic/usage";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { namesOf } from "@/server/people/names";
import { asProgramme, clocksNow, hourLogOf, programmesOf } from "./keep";
import { programmeClaims } from "./programme";

/** Notice of an examination, days. */
const examinationNoticeDays = 28;
const latest = 12;

/** All clocks of a unit, what they go by, and what was recorded of them. */
export async function unitClocks(db: Db, unitId: string, at: Date): Promise<UnitClocks> {
  const [log, programmes, now, claims, slots, unit, done, examined, charges] = await Promise.all([
    hourLogOf(db, unitId),
    programmesOf(db, unitId),
    clocksNow(db, unitId),
    programmeClaims(db, unitId),
    slotsOf(db, [unitId]),
    db.selectFrom("unit").select("examinationDue").where("id", "=", unitId).executeTakeFirstOrThrow(),
    db
      .selectFrom("jobDone")
      .distinctOn("job")
      .select(["job", "doneAt", "doneBy", "licence", "document", "documentId", "meterHours"])
      .where("unitId", "=", unitId)
      .orderBy("job")
      .orderBy("doneAt", "desc")
      .execute(),
    db
      .selectFrom("examination")
      .select(["examinedOn", "examiner", "licence", "document", "documentId"])
      .where("unitId", "=", unitId)
      .orderBy("recordedAt", "desc")
      .limit(1)
      .executeTakeFirst(),
    db
      .selectFrom("charge as c")
      .innerJoin("person as p", "p.id", "c.notedBy")
      .select(["c.endedAt", "c.hours", "c.waterL", "c.lamp", "c.note", "p.name as by"])
      .where("c.unitId", "=", unitId)
      .orderBy("c.endedAt", "desc")
      .limit(latest)
      .execute(),
  ]);
  const names = await namesOf(
    db,
    programmes.map(({ setBy }) => setBy),
  );
  const usage = usageOf(log.counted);
  const { meter } = now;
  const dueNow: DueNow = {
    nowMs: at.getTime(),
    machineHours: meter?.machineHours,
    readMs: meter?.atMs ?? at.getTime(),
    usage,
  };
  const lastOf = new Map(
    done.map(({ job, doneAt, doneBy, ...rest }) => [job, { onMs: doneAt.getTime(), by: doneBy, ...rest }]),
  );
  const examination = {
    ...shown(
      "examination",
      { dueMs: unit.examinationDue.getTime() },
      examinationNoticeDays,
      dueNow,
      slots.get(`${unitId} examination`),
    ),
    last: examined && {
      ...{ onMs: examined.examinedOn.getTime(), by: examined.examiner, licence: examined.licence },
      ...{ document: examined.document, documentId: examined.documentId, meterHours: null },
    },
  };
  return {
    clocks: [
      examination,
      ...now.clocks.map(({ job, ...by }) => {
        const row = programmes.find((one) => one.job === job);
        const slot = slots.get(`${unitId} ${job}`);
        return {
          ...shown(job, by, row?.noticeDays ?? 14, dueNow, slot),
          last: lastOf.get(job),
          programme: row && {
            ...{ job: row.job, runs: true, months: row.months, hours: row.hours, source: row.source },
            ...{ earlyDays: row.earlyDays, noticeDays: row.noticeDays },
            ...{ setBy: names.get(row.setBy) ?? row.setBy, setMs: asProgramme(row).setMs },
          },
        };
      }),
    ],
    meter: meter && {
      machineHours: meter.machineHours,
      shows: meter.machineHours === undefined ? undefined : meter.machineHours - meter.aheadHours,
      readMs: meter.atMs,
      mayBeDead: mayBeDead(log.counted),
    },
    usage,
    questioned: log.questioned
      .slice(-latest)
      .reverse()
      .map(({ id, atMs, hours, why }) => ({ id, atMs, hours, why })),
    readings: log.counted
      .slice(-latest)
      .reverse()
      .map(({ atMs, hours }) => ({ atMs, hours })),
    claims,
    charges: charges.map(({ endedAt, ...one }) => ({ ...one, endedMs: endedAt.getTime() })),
  };
}

type Slot = NonNullable<ClockShown["slot"]>;

function shown(job: ClockId, by: DueBy, noticeDays: number, now: DueNow, slot: Slot | undefined): ClockShown {
  const due = dueOf(by, noticeDays, now);
  return { ...due, ...by, job, slot, strip: stripOf(due, by.dueMs, slot?.onMs, now.nowMs) };
}

/** The days given to coming jobs, by unit and job. */
async function slotsOf(db: Db, unitIds: readonly string[]): Promise<ReadonlyMap<string, Slot>> {
  if (unitIds.length === 0) return new Map();
  const rows = await db
    .selectFrom("jobSlot as s")
    .leftJoin("slotWork as w", "w.slotId", "s.id")
    .distinctOn(["s.unitId", "s.job"])
    .select(["s.unitId", "s.job", "s.plannedOn", "s.who", "s.setAt", "w.minutes", "w.personId"])
    .where("s.unitId", "in", unitIds)
    .orderBy("s.unitId")
    .orderBy("s.job")
    .orderBy("s.no", "desc")
    .execute();
  const done = await lastDone(db, unitIds);
  return new Map(
    rows.flatMap(({ unitId, job, plannedOn, who, setAt, minutes, personId }) => {
      const key = `${unitId} ${job}`;
      // A job recorded since the day was given has taken it.
      if (plannedOn === null || (done.get(key) ?? 0) > setAt.getTime()) return [];
      return [[key, { onMs: plannedOn.getTime(), who, minutes, personId }] as const];
    }),
  );
}

async function lastDone(db: Db, unitIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  const jobs = await db
    .selectFrom("jobDone")
    .select(({ fn }) => ["unitId", "job", fn.max("recordedAt").as("last")])
    .where("unitId", "in", unitIds)
    .groupBy(["unitId", "job"])
    .execute();
  const examinations = await db
    .selectFrom("examination")
    .select(({ fn }) => ["unitId", fn.max("recordedAt").as("last")])
    .where("unitId", "in", unitIds)
    .groupBy("unitId")
    .execute();
  return new Map([
    ...jobs.map(({ unitId, job, last }) => [`${unitId} ${job}`, last.getTime()] as const),
    ...examinations.map(({ unitId, last }) => [`${unitId} examination`, last.getTime()] as const),
  ]);
}

/** Units on a page. */
const onPage = 100;
/** Readings of so many days tell how a unit is used. */
const lookBackDays = 100;

/** What falls due at a site, unit by unit, by plate; where the next page begins. */
export async function yardClocks(
  db: Db,
  siteId: string,
  after: string | undefined,
  at: Date,
): Promise<{ readonly units: readonly YardUnit[]; readonly next: string | undefined }> {
  const rows = await db
    .selectFrom("unit")
    .select(["id", "plate", "family", "examinationDue"])
    .where("siteId", "=", siteId)
    .where("retiredAt", "is", null)
    .$if(after !== undefined, (some) => some.where("plate", ">", after ?? ""))
    .orderBy("plate")
    .limit(onPage + 1)
    .execute();
  const units = rows.slice(0, onPage);
  const ids = units.map(({ id }) => id);
  if (ids.length === 0) return { units: [], next: undefined };
  const [clocks, notices, hours, readings, exchanges, slots] = await Promise.all([
    db
      .selectFrom("standingClock")
      .select(["unitId", "job", "dueAt", "dueHours"])
      .where("unitId", "in", ids)
      .orderBy(sql`job COLLATE "C"`)
      .execute(),
    db
      .selectFrom("programme")
      .distinctOn(["unitId", "job"])
      .select(["unitId", "job", "noticeDays"])
      .where("unitId", "in", ids)
      .orderBy("unitId")
      .orderBy("job")
      .orderBy("no", "desc")
      .execute(),
    db
      .selectFrom("machineHours")
      .distinctOn("unitId")
      .select(["unitId", "hours", "readAt"])
      .where("unitId", "in", ids)
      .orderBy("unitId")
      .orderBy("no", "desc")
      .execute(),
    db
      .selectFrom("hourReading")
      .select(["id", "unitId", "observedAt", "hours"])
      .where("unitId", "in", ids)
      .where("observedAt", ">", new Date(at.getTime() - lookBackDays * 86_400_000))
      .where("id", "not in", db.selectFrom("readingVoid").select("readingId"))
      .execute(),
    db
      .selectFrom("meterExchange")
      .select(["unitId", "exchangedAt", "oldHours", "newHours"])
      .where("unitId", "in", ids)
      .execute(),
    slotsOf(db, ids),
  ]);
  const noticeOf = new Map(notices.map(({ unitId, job, noticeDays }) => [`${unitId} ${job}`, noticeDays]));
  const hoursOf = new Map(hours.map((row) => [row.unitId, row]));
  const clocksBy = groupedBy(clocks, "unitId");
  const readingsBy = groupedBy(readings, "unitId");
  const exchangesBy = groupedBy(exchanges, "unitId");
  const of = ({ id, plate, family, examinationDue }: (typeof units)[number]): YardUnit => {
    const ran = hoursOf.get(id);
    const byHours = (clocksBy.get(id) ?? []).some(({ dueHours }) => dueHours !== null);
    const log = byHours
      ? hourLog(
          (readingsBy.get(id) ?? []).map((one) => ({ ...one, atMs: one.observedAt.getTime() })),
          (exchangesBy.get(id) ?? []).map((one) => ({ ...one, atMs: one.exchangedAt.getTime() })),
        )
      : undefined;
    const now: DueNow = {
      nowMs: at.getTime(),
      machineHours: ran?.hours ?? undefined,
      readMs: ran?.readAt?.getTime() ?? at.getTime(),
      usage: log && usageOf(log.counted),
    };
    const own = (clocksBy.get(id) ?? []).map(({ job, dueAt, dueHours }) =>
      shown(
        job,
        { dueMs: dueAt?.getTime(), dueHours: dueHours ?? undefined },
        noticeOf.get(`${id} ${job}`) ?? 14,
        now,
        slots.get(`${id} ${job}`),
      ),
    );
    const examination = shown(
      "examination",
      { dueMs: examinationDue.getTime() },
      examinationNoticeDays,
      now,
      slots.get(`${id} examination`),
    );
    return { plate, family, clocks: [examination, ...own] };
  };
  return { units: units.map(of), next: rows.length > onPage ? units.at(-1)?.plate : undefined };
}
