import { sql } from "kysely";
import { type Clock, clocksOf, type Meter, meterOf, type UnitProgramme } from "@/core/periodic/clocks";
import { type HourLog, hourLog, type Question } from "@/core/periodic/hours";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { zoneOfUnit } from "@/server/sites/zone";

/** So many of a unit's latest readings are looked at: two years of a reading a shift. */
const mostReadings = 1500;

/** The hour log of a unit, from all that was read off its meters. */
export async function hourLogOf(db: Db | Trx, unitId: string): Promise<HourLog> {
  const rows = await db
    .selectFrom("hourReading")
    .select(["id", "observedAt", "hours"])
    .where("unitId", "=", unitId)
    .where("id", "not in", db.selectFrom("readingVoid").select("readingId"))
    .orderBy("observedAt", "desc")
    .limit(mostReadings)
    .execute();
  const exchanges = (
    await db
      .selectFrom("meterExchange")
      .select(["exchangedAt", "oldHours", "newHours"])
      .where("unitId", "=", unitId)
      .execute()
  ).map(({ exchangedAt, oldHours, newHours }) => ({ atMs: exchangedAt.getTime(), oldHours, newHours }));
  const readings = rows.map(({ id, observedAt, hours }) => ({ id, atMs: observedAt.getTime(), hours }));
  return hourLog(readings, exchanges);
}

/** The programmes a unit has now. */
export async function programmesOf(db: Db | Trx, unitId: string) {
  const rows = await db
    .selectFrom("programme")
    .distinctOn("job")
    .selectAll()
    .where("unitId", "=", unitId)
    .orderBy("job")
    .orderBy("no", "desc")
    .execute();
  return rows.filter(({ runs }) => runs);
}

type ProgrammeRow = Awaited<ReturnType<typeof programmesOf>>[number];

export const asProgramme = ({
  job,
  months,
  hours,
  earlyDays,
  noticeDays,
  setAt,
}: ProgrammeRow): UnitProgramme => ({
  ...{ job, earlyDays, noticeDays, setMs: setAt.getTime() },
  ...(months !== null && { months }),
  ...(hours !== null && { hours }),
});

/** The clocks of a unit that stand, and what its meter says. */
export async function clocksNow(
  db: Db | Trx,
  unitId: string,
): Promise<{ readonly clocks: readonly Clock[]; readonly meter?: Meter }> {
  const rows = await db
    .selectFrom("standingClock")
    .select(["job", "dueAt", "dueHours"])
    .where("unitId", "=", unitId)
    .orderBy(sql`job COLLATE "C"`)
    .execute();
  const ran = await db
    .selectFrom("machineHours")
    .select(["hours", "ahead", "readAt"])
    .where("unitId", "=", unitId)
    .orderBy("no", "desc")
    .limit(1)
    .executeTakeFirst();
  const clocks = rows.map(
    ({ job, dueAt, dueHours }): Clock => ({
      job,
      ...(dueAt !== null && { dueMs: dueAt.getTime() }),
      ...(dueHours !== null && { dueHours }),
    }),
  );
  if (ran?.readAt == null) return { clocks };
  return {
    clocks,
    meter: { machineHours: ran.hours ?? undefined, aheadHours: ran.ahead, atMs: ran.readAt.getTime() },
  };
}

/** What the records of a unit give: its clocks and what it has run. */
export async function workedOut(db: Db | Trx, unitId: string) {
  const log = await hourLogOf(db, unitId);
  const programmes = await programmesOf(db, unitId);
  const done = await db
    .selectFrom("jobDone")
    .select(["id", "job", "doneAt", "meterHours"])
    .where("unitId", "=", unitId)
    .execute();
  const clocks = clocksOf(
    programmes.map(asProgramme),
    // The reading that was taken with a job has its id.
    done.map(({ id, job, doneAt, meterHours }) => ({
      ...{ job, atMs: doneAt.getTime() },
      readingId: meterHours === null ? undefined : id,
    })),
    log,
    await zoneOfUnit(db, unitId),
  );
  return { clocks, meter: meterOf(log), log };
}

const sameTime = (a: number | undefined, b: number | undefined) => a === b;
/** Hours are read to a tenth. */
const sameHours = (a: number | undefined, b: number | undefined) =>
  a === b || (a !== undefined && b !== undefined && Math.abs(a - b) < 0.05);

/**
 * Brings a unit's clocks and hours to what its records give. Whoever writes a programme, a job, a reading or an exchange of
 * the meter calls it in the same transaction, under the unit's lock: there is no other way a clock is set.
 */
export async function setClocks(trx: Trx, unitId: string, at: Date): Promise<void> {
  const before = await clocksNow(trx, unitId);
  const { clocks, meter } = await workedOut(trx, unitId);
  const known = new Map(before.clocks.map((clock) => [clock.job, clock]));
  const changed = clocks.filter((clock) => {
    const was = known.get(clock.job);
    return was === undefined || !sameTime(was.dueMs, clock.dueMs) || !sameHours(was.dueHours, clock.dueHours);
  });
  const rows = [
    ...changed.map(({ job, dueMs, dueHours }) => ({
      ...{ unitId, job, runs: true, setAt: at },
      dueAt: dueMs === undefined ? null : new Date(dueMs),
      dueHours: dueHours ?? null,
    })),
    ...before.clocks
      .filter(({ job }) => !clocks.some((clock) => clock.job === job))
      .map(({ job }) => ({ unitId, job, runs: false, dueAt: null, dueHours: null, setAt: at })),
  ];
  if (rows.length > 0) await trx.insertInto("clock").values(rows).execute();
  const was = before.meter;
  if (
    was?.atMs === meter?.atMs &&
    sameHours(was?.machineHours, meter?.machineHours) &&
    was?.aheadHours === meter?.aheadHours
  )
    return;
  await trx
    .insertInto("machineHours")
    .values({
      unitId,
      hours: meter?.machineHours ?? null,
      ahead: meter?.aheadHours ?? 0,
      readAt: meter === undefined ? null : new Date(meter.atMs),
      setAt: at,
    })
    .execute();
}

/** Refuses a reading entered at a desk that does not fit between those that count. */
export function refuseOdd(why: Question | undefined, hours: number, day: string): void {
  if (why === undefined) return;
  const is =
    why === "lower" ? "less than was read before" : "more than can have run between the readings about it";
  throw new Problem(
    409,
    "odd-hours",
    `${hours} h on ${day} is ${is}; read the meter again, record that it was replaced, or take back the reading that was wrong`,
  );
}
