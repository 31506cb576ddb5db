import { sql } from "kysely";
import type { PartOfShift } from "@/contract/shift";
import { sheetOfUnit, type UnitFigures } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import { isOutOfUse, isReadyFor } from "@/core/shift/fitness";
import type { Crew, Inspector, Job, Morning, ShiftUnit } from "@/core/shift/morning";
import type { NeededWork } from "@/core/shift/needed-work";
import { walkMin } from "@/core/shift/pace";
import { type Pins, withPins } from "@/core/shift/pins";
import { moveMinFrom, type Ways, walkingBetween, yard } from "@/core/shift/ways";
import type { Family } from "@/core/vocabulary/families";
import { handsFor, takesUnit } from "@/core/vocabulary/jobs";
import type { Policy } from "@/core/vocabulary/policy";
import type { Db } from "@/server/database/database";
import { latestPlans } from "@/server/places/save";
import { standingColumns, standingFrom, type UnitStanding } from "@/server/units/standing";
import { fitOfUnit } from "./fits";
import { type JobOfDay, jobsOfDay, outsideFor } from "./jobs";
import { helpersOn, inspectorsOf, pacesOf, presencesOn } from "./people";
import { pinsOn } from "./pins";
import { type PlanSize, planSizes, sheetContents } from "./plan-minutes";
import { type RetestWaiting, retestsWaiting } from "./retests";
import { type ShiftDay, shiftDayAt } from "./shift-day";

const minuteMs = 60_000;
/** People come so long before the start, and a unit is of use so long after it. */
const comeBeforeMin = 60;
const useAfterMin = 120;
/** Walks older than this are given up. */
const openWalkHours = 4;
/** Inspections of a unit by which it is told how often it fails. */
const failsOf = 30;

/** A crew's need on a shift. */
export interface NeedRow {
  readonly id: string;
  readonly shiftId: string;
  readonly unitId: string | null;
  readonly crew: string;
  readonly place: string;
  readonly inspectorId: string | null;
  readonly work: NeededWork | null;
  readonly moveMin: number;
}

/** A unit of the site as a plan sees it. */
export interface PlanUnit {
  readonly id: string;
  readonly plate: string;
  readonly family: Family;
  readonly sheetId: string;
  readonly sheetVersionId: string;
  /** The same for units whose sheet and own figures are the same. */
  readonly sheetKey: string;
  readonly sheet: Sheet;
  readonly standing: UnitStanding;
  /** The place of the site it stands at; null: in the yard. */
  readonly parkedAt: string | null;
  readonly tagReason: string | null;
  readonly size: PlanSize;
}

export interface OpenWalk {
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly done: number;
  readonly startedMs: number;
}

/** A shift with all that its plan is made from. */
export interface ShiftSetting {
  readonly siteId: string;
  readonly zone: string;
  readonly policy: Policy;
  readonly shift: ShiftDay;
  /** With what was said of it, and as it would be without. */
  readonly morning: Morning;
  readonly unpinned: Morning;
  readonly pins: Pins;
  readonly needs: readonly NeedRow[];
  readonly units: ReadonlyMap<string, PlanUnit>;
  readonly people: ReadonlyMap<string, string>;
  readonly walks: ReadonlyMap<string, OpenWalk>;
  /** Who inspects here and is away from this shift. */
  readonly away: readonly string[];
  readonly partly: Readonly<Record<string, PartOfShift>>;
  readonly retests: readonly RetestWaiting[];
  /** Jobs whose day it is, and who comes from outside for them. */
  readonly jobs: readonly JobOfDay[];
  readonly outside: ReadonlyMap<string, string>;
}

/** Whole minutes from the start of the shift; before it less than 0. */
export const shiftMinute = (shift: ShiftDay, ms: number): number =>
  Math.floor((ms - shift.startMs) / minuteMs);

/** Reads what the plan of the shift about to start, or under way, is made from. */
export async function shiftSetting(db: Db, siteId: string, at: Date): Promise<ShiftSetting> {
  const site = await db.selectFrom("site").selectAll().where("id", "=", siteId).executeTakeFirstOrThrow();
  const shift = shiftDayAt(site, at);
  const [allNeeds, units, inspectors, presences, helpers, pins, walks, ofDay, places] = await Promise.all([
    needsOn(db, siteId, shift),
    unitsOf(db, siteId, site.policy, at),
    inspectorsOf(db, siteId),
    presencesOn(db, siteId, shift),
    helpersOn(db, siteId, shift),
    pinsOn(db, siteId, shift),
    openWalks(db, siteId, at),
    jobsOfDay(db, siteId, shift),
    waysFromYard(db, siteId),
  ]);
  const placeOf = (unitId: string) => units.get(unitId)?.parkedAt ?? yard;
  // One that has gone to another site is not this one's to give.
  const needs = allNeeds.filter(({ unitId, work }) => work !== null || units.has(unitId ?? ""));
  const nowMin = shiftMinute(shift, at.getTime());
  const canUse = new Map(needs.map((need) => [need.id, usableFor(need, units, site.policy)]));
  const wanted = [...new Set([...canUse.values()].flat())].filter(
    (id) => !isOutOfUse(units.get(id)?.standing.state ?? "held"),
  );
  const retests = await retestsWaiting(db, siteId, units, site.policy);
  const named = new Set([...needs.map(({ inspectorId }) => inspectorId), ...Object.values(pins.people)]);
  const away = new Map(presences.map((one) => [one.personId, one]));
  // Somebody else who has begun a walk finishes it, and is asked for no more.
  const walkers = new Set([...walks.values()].flatMap((walk) => walk.people.map(({ id }) => id)));
  const planned = ({ id, operates }: { readonly id: string; readonly operates: boolean }) =>
    operates || named.has(id);
  const timed = ofDay.flatMap((job) => (job.minutes === null ? [] : [{ ...job, minutes: job.minutes }]));
  const forTechnicians = retests.length > 0 || timed.some((job) => handsFor(job) === "technician");
  // Technicians inspect only what they are named for, re-test what waits for it and do the jobs of the day; so does whoever is named for one.
  const onJobs = new Set([
    ...(forTechnicians ? inspectors.filter(({ repairs }) => repairs).map(({ id }) => id) : []),
    ...timed.flatMap(({ personId }) => personId ?? []),
  ]);
  const present = inspectors.filter(
    (one) => (planned(one) || walkers.has(one.id) || onJobs.has(one.id)) && !away.get(one.id)?.away,
  );
  const ids = present.filter((one) => planned(one) || walkers.has(one.id)).map(({ id }) => id);
  const sizeOf = new Map([...units.values()].map(({ id, size }) => [id, size.minutes]));
  const [mayOn, paces, fails] = await Promise.all([
    mayInspect(
      db,
      present.map(({ id }) => id),
      [...wanted, ...retests.map(({ unitId }) => unitId), ...timed.map(({ unitId }) => unitId)],
      at,
    ),
    pacesOf(db, ids, sizeOf, at),
    failShares(db, wanted, at),
  ]);
  const readyAtMs = Math.max(shift.startMs, at.getTime());
  const shiftUnits = wanted.flatMap((id): readonly ShiftUnit[] => {
    const unit = units.get(id);
    if (unit === undefined) return [];
    const minutesBy = Object.fromEntries(
      ids
        .filter((person) => mayOn.has(`${person} ${id}`))
        .map((person) => [person, walkMin(unit.size.minutes, paces.get(person) ?? 1)]),
    );
    return [
      {
        ...{ id, place: placeOf(id), ready: isReadyFor(unit.standing, readyAtMs) },
        assisted: unit.size.assisted,
        ...{ failShare: fails.get(id) ?? 0, minutesBy },
      },
    ];
  });
  const byId = new Map(shiftUnits.map((unit) => [unit.id, unit]));
  const people = present.map((one): Inspector => {
    const { id } = one;
    const said = away.get(id);
    const at = underWay(id, walks, byId, units, nowMin);
    const until =
      planned(one) || onJobs.has(id) ? shiftMinute(shift, shift.endMs) : (at.underWay?.doneMin ?? nowMin);
    return {
      ...{ id, place: yard },
      fromMin: Math.max(said?.fromMin ?? -comeBeforeMin, nowMin),
      untilMin: said?.untilMin ?? until,
      ...at,
    };
  });
  const crews = needs.map(
    ({ id, place, moveMin }): Crew => ({
      id,
      startMin: 0,
      canUse: Object.fromEntries(
        (canUse.get(id) ?? [])
          .filter((unit) => byId.has(unit))
          .map((unit) => [unit, moveMinFrom(units.get(unit)?.parkedAt ?? null, place, moveMin, places)]),
      ),
    }),
  );
  const usual = new Set(needs.map(({ unitId }) => unitId));
  const shiftEndMin = shiftMinute(shift, shift.endMs);
  const toRetest = retests.map(
    ({ unitId, minutes, assisted }): Job => ({
      // Its unit is tagged out, so no inspection has its name.
      ...{ id: unitId, place: placeOf(unitId), assisted },
      dueMin: usual.has(unitId) ? 0 : shiftEndMin,
      minutesBy: Object.fromEntries(
        present
          .filter(({ id, retests: mayRetest }) => mayRetest && mayOn.has(`${id} ${unitId}`))
          .map(({ id }) => [id, walkMin(minutes, paces.get(id) ?? 1)]),
      ),
    }),
  );
  const outside = new Map(
    timed.flatMap((job) => (handsFor(job) === "outside" ? [[outsideFor(job.id), job.who] as const] : [])),
  );
  const toDo = timed.map((job): Job => {
    const hands = handsFor(job);
    const may = (one: (typeof present)[number]) =>
      hands === "named"
        ? one.id === job.personId
        : hands === "technician"
          ? one.repairs
          : hands === "operator" && one.operates && mayOn.has(`${one.id} ${job.unitId}`);
    const by = hands === "outside" ? [outsideFor(job.id)] : present.filter(may).map(({ id }) => id);
    return {
      ...{ id: job.id, place: placeOf(job.unitId), assisted: false, dueMin: shiftEndMin },
      on: { unitId: job.unitId, crews: takesUnit(job.job) ? "none" : "wait" },
      minutesBy: Object.fromEntries(by.map((id) => [id, job.minutes])),
    };
  });
  const visitors = [...outside.keys()].map((id): Inspector => {
    // Whoever comes for a job comes to the shift, and stands at the unit.
    const job = toDo.find(({ minutesBy }) => minutesBy[id] !== undefined);
    return { id, place: job?.place ?? yard, fromMin: Math.max(0, nowMin), untilMin: shiftEndMin };
  });
  const unpinned: Morning = {
    ...{ nowMin, endMin: Math.max(useAfterMin, nowMin + comeBeforeMin) },
    ...{ crews, units: shiftUnits, jobs: [...toRetest, ...toDo], people: [...people, ...visitors] },
    ...{ walkingMin: walkingBetween(places), elsewhereMin: 0 },
    // Where nobody does nothing else, one of those who inspect helps another.
    assistants: Math.max(helpers, present.length > 1 ? 1 : 0),
  };
  return {
    ...{ siteId, zone: site.timeZone, policy: site.policy, shift, pins, needs, units, walks },
    ...{ unpinned, morning: withPins(unpinned, pins), retests, jobs: ofDay, outside },
    people: new Map(inspectors.map(({ id, name }) => [id, name])),
    away: presences.filter((one) => one.away).map(({ personId }) => personId),
    partly: Object.fromEntries(
      presences
        .filter((one) => !one.away)
        .map(({ personId, fromMin, untilMin }) => [personId, { fromMin, untilMin }]),
    ),
  };
}

async function waysFromYard(db: Db, siteId: string): Promise<Ways> {
  const rows = await latestPlans(db, siteId).execute();
  return new Map(rows.map(({ id, plan }) => [id, { name: plan.name, yardMin: plan.yardMin ?? 0 }]));
}

/** What somebody is at: the share of it that is left, at their pace. */
function underWay(
  person: string,
  walks: ReadonlyMap<string, OpenWalk>,
  works: ReadonlyMap<string, ShiftUnit>,
  units: ReadonlyMap<string, PlanUnit>,
  nowMin: number,
): Pick<Inspector, "underWay"> {
  for (const [unitId, { people, done }] of walks) {
    const unit = units.get(unitId);
    if (unit === undefined || !people.some(({ id }) => id === person)) continue;
    if (unit.standing.usable || isOutOfUse(unit.standing.state)) continue;
    const minutes = works.get(unitId)?.minutesBy[person] ?? unit.size.minutes;
    return {
      underWay: { workId: unitId, doneMin: nowMin + walkMin(minutes, 1, done, unit.size.checks) },
    };
  }
  return {};
}

/** Units that would do for a need, its usual one first: those that can do the work; where no work is told, others of its model. */
function usableFor(need: NeedRow, units: ReadonlyMap<string, PlanUnit>, policy: Policy): readonly string[] {
  const { work, unitId } = need;
  const usual = units.get(unitId ?? "");
  const fits = [...units.values()].filter((unit) =>
    work === null ? unit.sheetId === usual?.sheetId : fitOfUnit(unit, work, policy).fits,
  );
  // The usual unit was named by somebody who knows the work.
  return [...new Set([...(usual === undefined ? [] : [usual.id]), ...fits.map(({ id }) => id)])];
}

async function needsOn(db: Db, siteId: string, shift: ShiftDay): Promise<readonly NeedRow[]> {
  return db
    .selectFrom("shiftNeed")
    .select(["id", "shiftId", "unitId", "crew", "place", "inspectorId", "work", "moveMin"])
    .where("siteId", "=", siteId)
    .where("shiftId", "=", shift.id)
    .where(({ or, eb, and }) =>
      or([
        eb("onDay", "=", shift.day),
        and([eb("onDay", "is", null), eb(sql<number>`days & ${shift.dayBit}::int`, ">", 0)]),
      ]),
    )
    .orderBy("crew")
    .orderBy("place")
    .orderBy("id")
    .execute();
}

async function unitsOf(
  db: Db,
  siteId: string,
  policy: Policy,
  at: Date,
): Promise<ReadonlyMap<string, PlanUnit>> {
  const [rows, own] = await Promise.all([
    db
      .selectFrom("unit as u")
      .innerJoin("unitStanding as s", "s.unitId", "u.id")
      .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
      .leftJoin("person as signer", "signer.id", "s.signedBy")
      .leftJoin("unitParked as k", "k.unitId", "u.id")
      .select([...standingColumns, "signer.name as signer", "s.tagReason", "k.placeId as parkedAt"])
      .select(["u.plate", "u.family", "v.id as sheetVersionId", "v.sheetId"])
      .where("u.siteId", "=", siteId)
      .where("u.retiredAt", "is", null)
      .orderBy("u.plate")
      .execute(),
    ownFigures(db, siteId),
  ]);
  const sizeOf = await planSizes(db, rows, policy);
  const sheets = await sheetContents(
    db,
    rows.map(({ sheetVersionId }) => sheetVersionId),
  );
  return new Map(
    rows.flatMap((row): readonly [string, PlanUnit][] => {
      const { unitId: id, plate, family, sheetId, sheetVersionId, tagReason, parkedAt } = row;
      const content = sheets.get(sheetVersionId);
      if (content === undefined) return [];
      const figures = own.get(id);
      return [
        [
          id,
          {
            ...{ id, plate, family, sheetId, sheetVersionId, tagReason, parkedAt, size: sizeOf(row) },
            sheetKey: figures === undefined ? sheetVersionId : `${sheetVersionId} ${JSON.stringify(figures)}`,
            sheet: figures === undefined ? content : sheetOfUnit(content, figures),
            standing: standingFrom(row, at),
          },
        ],
      ];
    }),
  );
}

/** What units' own plates say instead of their sheets. */
async function ownFigures(db: Db, siteId: string): Promise<ReadonlyMap<string, UnitFigures>> {
  const rows = await db
    .selectFrom("unitFigure as f")
    .innerJoin("unit as u", "u.id", "f.unitId")
    .distinctOn(["f.unitId", "f.figure"])
    .select(["f.unitId", "f.figure", "f.value", "f.source"])
    .where("u.siteId", "=", siteId)
    .orderBy("f.unitId")
    .orderBy("f.figure")
    .orderBy("f.setAt", "desc")
    .execute();
  const own = new Map<string, UnitFigures>();
  for (const { unitId, figure, value, source } of rows)
    if (value !== null) own.set(unitId, { ...own.get(unitId), [figure]: { value, source } });
  return own;
}

/** Who may clear which unit: `person unit`. */
async function mayInspect(
  db: Db,
  people: readonly string[],
  units: readonly string[],
  at: Date,
): Promise<ReadonlySet<string>> {
  if (people.length === 0 || units.length === 0) return new Set();
  const { rows } = await sql<{ p: string; u: string }>`
    SELECT p, u FROM unnest(${[...people]}::uuid[]) AS p CROSS JOIN unnest(${[...units]}::uuid[]) AS u
    WHERE is_trained(p, u, ${at}) AND is_familiar(p, u, ${at})`.execute(db);
  return new Set(rows.map(({ p, u }) => `${p} ${u}`));
}

async function failShares(db: Db, units: readonly string[], at: Date): Promise<ReadonlyMap<string, number>> {
  if (units.length === 0) return new Map();
  const { rows } = await sql<{ unit: string; share: number }>`
    SELECT u.id AS unit, w.share FROM unnest(${[...units]}::uuid[]) AS u (id) CROSS JOIN LATERAL (
      SELECT avg((x.outcome = 'tagged_out')::int)::float8 AS share FROM (
        SELECT s.outcome FROM seal s WHERE s.unit_id = u.id AND s.scope = 'full' AND s.signed_at <= ${at}
        ORDER BY s.ledger_position DESC LIMIT ${failsOf}) x) w WHERE w.share IS NOT NULL`.execute(db);
  return new Map(rows.map(({ unit, share }) => [unit, share]));
}

/** The last full walk begun of each unit of a site, where it is not signed. */
async function openWalks(db: Db, siteId: string, at: Date): Promise<ReadonlyMap<string, OpenWalk>> {
  const { rows } = await sql<{ unit: string; people: OpenWalk["people"]; done: number; startedAt: Date }>`
    SELECT u.id AS unit, w.started_at, w.done, w.people FROM unit u CROSS JOIN LATERAL (
      SELECT i.started_at,
        (SELECT count(DISTINCT e.payload->>'check')::int FROM inspection_event e WHERE e.inspection_id = i.id AND e.type <> 'changed') AS done,
        (SELECT jsonb_agg(jsonb_build_object('id', p.id, 'name', p.name) ORDER BY p.id <> i.person_id, p.name) FROM person p
         WHERE p.id = i.person_id OR p.id IN (SELECT j.person_id FROM inspection_person j WHERE j.inspection_id = i.id)) AS people
      FROM inspection i WHERE i.unit_id = u.id AND i.scope->>'kind' = 'full'
        AND i.started_at > ${new Date(at.getTime() - openWalkHours * 3_600_000)}
        AND NOT EXISTS (SELECT FROM seal s WHERE s.inspection_id = i.id)
      ORDER BY i.started_at DESC LIMIT 1) w
    WHERE u.site_id = ${siteId} AND u.retired_at IS NULL ORDER BY u.plate`.execute(db);
  return new Map(
    rows.map(({ unit, people, done, startedAt }) => [unit, { people, done, startedMs: startedAt.getTime() }]),
  );
}
