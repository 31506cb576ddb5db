import { sql } from "kysely";
import {
  changeBetween,
  type PlanChange,
  type PlannedFrom,
  plannedFrom,
  whatIsLeft,
} from "@/core/shift/changes";
import { scoreOf } from "@/core/shift/cost";
import type { Morning, ShiftPlan } from "@/core/shift/morning";
import { planShift } from "@/core/shift/search";
import { type Timetable, timetableOf } from "@/core/shift/timetable";
import type { Db, Trx } from "@/server/database/database";
import type { NeedRow, ShiftSetting } from "./morning";
import type { ShiftDay } from "./shift-day";

/** The plan in force, laid on the clock as things stand now. */
export interface PlanInForce {
  readonly plan: ShiftPlan;
  readonly timetable: Timetable;
}

/** Crew-minutes a plan must better the one in force by to take its place: nobody's list changes for less. */
const worthChangingMin = 1;

/** A plan is not searched again for so long, unless a unit, somebody or a need has come or gone: walks that go on change little. */
const searchAgainMs = 30_000;

/** Of a whole search: it is made where a page is read, and the plan in force is a good start. */
const effort = 0.5;

interface Searched {
  readonly no: string | undefined;
  /** What a plan is made from but for how far the walks are. */
  readonly parts: string;
  readonly atMs: number;
}

const searched = new Map<string, Searched>();

/**
 * The plan of a shift as things stand: the one in force, or a better one, which is then in force, with why it took its place.
 */
export async function planInForce(db: Db, setting: ShiftSetting, at: Date): Promise<PlanInForce> {
  const { siteId, shift, morning } = setting;
  const key = `${siteId} ${shift.id} ${shift.day}`;
  const stored = await latestPlan(db, siteId, shift);
  const before = whatIsLeft(morning, stored?.plan ?? usualPlan(setting.needs));
  const kept = { plan: before, timetable: timetableOf(morning, before) };
  const parts = partsOf(morning);
  const known = searched.get(key);
  const fresh = known?.parts === parts && Math.abs(at.getTime() - known.atMs) < searchAgainMs;
  if (fresh && known.no === stored?.no) return kept;
  const found = planShift(morning, before, effort);
  const gained = scoreOf(kept.timetable.cost) - scoreOf(found.timetable.cost);
  // A job that nobody had is worth a plan of its own, however little it weighs.
  const isIn = ({ slots }: Timetable, job: string) => slots.some(({ workId }) => workId === job);
  const takesUp = morning.jobs.some(({ id }) => !isIn(kept.timetable, id) && isIn(found.timetable, id));
  const better = gained >= worthChangingMin || (takesUp && gained > 0);
  if (stored !== undefined && !better) {
    remember(key, { no: stored.no, parts, atMs: at.getTime() });
    return kept;
  }
  const change =
    stored === undefined
      ? firstChange(setting, found.plan)
      : changeBetween(stored, found.plan, morning, setting.pins);
  const no = await adopt(db, setting, stored?.no, found, change, at);
  // Somebody else was first: theirs is in force.
  if (no === undefined) return planInForce(db, setting, at);
  remember(key, { no, parts, atMs: at.getTime() });
  return found;
}

function remember(key: string, what: Searched): void {
  if (searched.size > 500) searched.clear();
  searched.set(key, what);
}

const partsOf = ({ units, jobs, people, crews, assistants }: Morning): string =>
  JSON.stringify([
    units.map(({ id, ready }) => [id, ready]),
    jobs.map(({ id }) => id),
    people.map(({ id, untilMin, underWay }) => [id, untilMin, underWay?.workId]),
    crews,
    assistants,
  ]);

interface Stored {
  readonly no: string;
  readonly plan: ShiftPlan;
  readonly plannedFrom: PlannedFrom;
}

const latestPlan = (db: Db | Trx, siteId: string, shift: ShiftDay): Promise<Stored | undefined> =>
  db
    .selectFrom("shiftPlan")
    .select(["no", "plan", "plannedFrom"])
    .where("siteId", "=", siteId)
    .where("shiftId", "=", shift.id)
    .where("day", "=", shift.day)
    .orderBy("no", "desc")
    .limit(1)
    .executeTakeFirst();

/** Each crew its usual unit, each unit its usual inspector: what a first plan changes least. */
function usualPlan(needs: readonly NeedRow[]): ShiftPlan {
  const orders: Record<string, string[]> = {};
  for (const { unitId, inspectorId } of needs)
    if (unitId !== null && inspectorId !== null)
      orders[inspectorId] = [...(orders[inspectorId] ?? []), unitId];
  return {
    given: Object.fromEntries(
      needs.flatMap(({ id, unitId }) => (unitId === null ? [] : [[id, unitId] as const])),
    ),
    orders,
  };
}

/** A shift as it usually is: what its first plan is otherwise than. */
function asUsual({ needs, morning, pins }: ShiftSetting): Pick<Stored, "plan" | "plannedFrom"> {
  const named = (ids: readonly (string | null)[]) => ids.flatMap((id) => id ?? []);
  return {
    plan: usualPlan(needs),
    plannedFrom: {
      units: [...named(needs.map(({ unitId }) => unitId)), ...morning.units.map(({ id }) => id)],
      people: [...named(needs.map(({ inspectorId }) => inspectorId)), ...morning.people.map(({ id }) => id)],
      crews: morning.crews.map(({ id }) => id),
      said: JSON.stringify(pins),
      doneMin: {},
    },
  };
}

/** What a first plan is otherwise than usual; in which order somebody does their usual work is none of it. */
function firstChange(setting: ShiftSetting, plan: ShiftPlan): PlanChange {
  const { causes, effects } = changeBetween(asUsual(setting), plan, setting.morning, setting.pins);
  return { causes, effects: effects.filter(({ kind }) => kind !== "first") };
}

/** Puts a plan in force, unless another has been since `beforeNo`; gives its number. */
async function adopt(
  db: Db,
  { siteId, shift, morning, pins }: ShiftSetting,
  beforeNo: string | undefined,
  { plan, timetable }: PlanInForce,
  change: PlanChange,
  at: Date,
): Promise<string | undefined> {
  return db.transaction().execute(async (trx) => {
    await sql`SELECT pg_advisory_xact_lock(hashtext(${`shift plan ${siteId} ${shift.id} ${shift.day}`}))`.execute(
      trx,
    );
    if ((await latestPlan(trx, siteId, shift))?.no !== beforeNo) return undefined;
    const { no } = await trx
      .insertInto("shiftPlan")
      .values({
        ...{ siteId, shiftId: shift.id, day: shift.day, madeAt: at },
        plan: JSON.stringify(plan),
        plannedFrom: JSON.stringify(plannedFrom(morning, timetable, pins)),
        change: change.effects.length === 0 ? null : JSON.stringify(change),
      })
      .returning("no")
      .executeTakeFirstOrThrow();
    await forgetOld(trx, siteId, at);
    return no;
  });
}

/** Plans, and what was said of them, are no record: who was away is nobody's business for longer than this. */
const keptDays = 30;

async function forgetOld(trx: Trx, siteId: string, at: Date): Promise<void> {
  const before = new Date(at.getTime() - keptDays * 86_400_000).toISOString().slice(0, 10);
  for (const table of ["shiftPlan", "shiftPin", "shiftPerson"] as const)
    await trx.deleteFrom(table).where("siteId", "=", siteId).where("day", "<", before).execute();
}

/** Why the plan of a shift has changed, the latest first. */
export const changesOn = (db: Db, siteId: string, shift: ShiftDay, most: number) =>
  db
    .selectFrom("shiftPlan")
    .select(["no", "change", "madeAt"])
    .where("siteId", "=", siteId)
    .where("shiftId", "=", shift.id)
    .where("day", "=", shift.day)
    .where("change", "is not", null)
    .orderBy("no", "desc")
    .limit(most)
    .execute();
