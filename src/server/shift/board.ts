import { sql } from "kysely";
import type {
  CrewRow,
  EffectShown,
  LaterRow,
  RetestRow,
  Served,
  ShiftBoard,
  ShiftChange,
  ShiftRow,
} from "@/contract/shift";
import type { Effect, PlanChange } from "@/core/shift/changes";
import { isOutOfUse } from "@/core/shift/fitness";
import { listOrder } from "@/core/shift/list-order";
import { type Timetable, timetableOf } from "@/core/shift/timetable";
import type { Family } from "@/core/vocabulary/families";
import { policyFor } from "@/core/vocabulary/policy-for";
import { unsignedAt } from "@/server/book/faults";
import type { Db } from "@/server/database/database";
import { standingColumns, standingFrom } from "@/server/units/standing";
import { type NeedRow, type OpenWalk, type PlanUnit, type ShiftSetting, shiftSetting } from "./morning";
import { changesOn, planInForce } from "./plan";

const changesShown = 3;

/** What must be ready for the shift about to start or under way, by when, by whom. */
export async function shiftBoard(db: Db, siteId: string, at: Date): Promise<ShiftBoard> {
  const setting = await shiftSetting(db, siteId, at);
  const { shift, morning, policy, people } = setting;
  const inForce = await planInForce(db, setting, at);
  const plateOf = (unitId: string) => setting.units.get(unitId)?.plate ?? "";
  const byBook = (family: Family) => policyFor(policy, family).grading === "log_book";
  const [later, withoutSheet, changes, unsigned] = await Promise.all([
    laterNeeds(db, setting, at),
    countWithoutSheet(db, siteId),
    changesOn(db, siteId, shift, changesShown),
    [...setting.units.values()].some(({ family }) => byBook(family)) ? unsignedAt(db, siteId) : undefined,
  ]);
  const { rows, unserved } = rowsOf(setting, inForce.timetable, (unit) =>
    byBook(unit.family) ? (unsigned?.get(unit.id) ?? 0) : 0,
  );
  return {
    ...{ nowMs: at.getTime(), zone: setting.zone, later, withoutSheet, rows, unserved },
    shift: { id: shift.id, startMs: shift.startMs, endMs: shift.endMs, day: shift.day },
    changes: changes.flatMap(({ change, madeAt }) =>
      change === null ? [] : [namedChange(setting, change, madeAt.getTime())],
    ),
    retests: setting.retests.map(({ unitId, tagId, number }) => ({
      ...{ unitId, tagId, number, plate: plateOf(unitId) },
      ...whoAndWhen(setting, inForce.timetable, unitId),
    })),
    jobs: setting.jobs.map(({ id, unitId, job, who, minutes }) => ({
      ...{ id, plate: plateOf(unitId), job, who, minutes },
      ...whoAndWhen(setting, inForce.timetable, id),
      crew: crewWith(setting, inForce.timetable, unitId),
    })),
    outside: Object.fromEntries(setting.outside),
    served: servedBy(inForce.timetable),
    inListOrder: servedBy(timetableOf(morning, listOrder(morning))),
    crewMin: inForce.timetable.cost.crewMin,
    ...{ plan: inForce.plan, morning: setting.unpinned, pins: setting.pins },
    plates: Object.fromEntries([
      ...[...setting.units].map(([id, { plate }]) => [id, plate] as const),
      ...setting.jobs.map(({ id, unitId }) => [id, plateOf(unitId)] as const),
    ]),
    cancelled: setting.needs
      .filter(({ id }) => setting.pins.cancelled.includes(id))
      .map(({ id: needId, crew, place }) => ({ needId, crew, place })),
    ...{ away: setting.away, partly: setting.partly },
    people: Object.fromEntries(people),
  };
}

/** Who does a job or a re-test when; nothing where it is not in the plan. */
function whoAndWhen(
  { shift, people, outside }: ShiftSetting,
  { slots }: Timetable,
  workId: string,
): Pick<RetestRow, "slot"> {
  const slot = slots.find((one) => one.workId === workId);
  if (slot === undefined) return {};
  const msOf = (minute: number) => shift.startMs + minute * 60_000;
  const person = people.get(slot.personId) ?? outside.get(slot.personId) ?? "";
  const { personId } = slot;
  return { slot: { personId, person, startMs: msOf(slot.startMin), endMs: msOf(slot.endMin) } };
}

/** The crew that has a unit on the shift. */
function crewWith({ needs }: ShiftSetting, { crews }: Timetable, unitId: string): string | undefined {
  const served = crews.find((one) => one.unitId === unitId);
  return needs.find(({ id }) => id === served?.crewId)?.crew;
}

const servedBy = ({ crews }: Timetable): Served => ({
  atStart: crews.filter(({ lateMin }) => lateMin === 0).length,
  lateMin: crews.reduce((sum, { lateMin }) => sum + lateMin, 0),
});

function rowsOf(
  setting: ShiftSetting,
  { slots, crews }: Timetable,
  unsignedOf: (unit: PlanUnit) => number,
): { readonly rows: readonly ShiftRow[]; readonly unserved: readonly CrewRow[] } {
  const { shift, units, people, walks, pins } = setting;
  const served = new Map(crews.map((one) => [one.crewId, one]));
  const given = new Set(crews.map(({ unitId }) => unitId));
  const msOf = (minute: number) => shift.startMs + minute * 60_000;
  const rows: ShiftRow[] = [];
  const unserved: CrewRow[] = [];
  for (const need of setting.needs) {
    const crew = served.get(need.id);
    if (crew === undefined) continue;
    const usual = units.get(need.unitId ?? "");
    // Without a unit a crew is shown with the one it was to have, unless that is another's now.
    const meant = units.get(pins.units[need.id] ?? "") ?? usual;
    const unit = units.get(crew.unitId ?? "") ?? (given.has(meant?.id) ? undefined : meant);
    if (unit === undefined) {
      unserved.push({ needId: need.id, crew: need.crew, place: need.place });
      continue;
    }
    const slot = crew.unitId === undefined ? undefined : slots.find(({ workId }) => workId === unit.id);
    const { id: needId, place } = need;
    const shown = (one: PlanUnit) => {
      const { unitId: _unit, ...standing } = one.standing;
      return {
        ...{ needId, crew: need.crew, place, unitId: one.id, plate: one.plate, family: one.family, standing },
        ...{ minutes: one.size.minutes, checks: one.size.checks, unsigned: unsignedOf(one) },
        tagReason: one.tagReason ?? undefined,
      };
    };
    const walk = walks.get(unit.id);
    rows.push({
      ...shown(unit),
      lateMin: crew.lateMin,
      pinned: pins.units[need.id] !== undefined || pins.people[unit.id] !== undefined,
      walking: walk === undefined ? undefined : walkingOf(walk),
      slot:
        slot === undefined
          ? undefined
          : {
              ...{ personId: slot.personId, person: people.get(slot.personId) ?? "" },
              ...{ startMs: msOf(slot.startMin), endMs: msOf(slot.endMin), late: crew.lateMin > 0 },
            },
      readyMs: crew.readyMin === undefined ? undefined : msOf(crew.readyMin),
      usual: usual === undefined || usual.id === unit.id ? undefined : usual.plate,
    });
    if (usual !== undefined && usual.id !== unit.id && isOutOfUse(usual.standing.state))
      rows.push({ ...shown(usual), lateMin: 0, pinned: false, was: true });
  }
  return { rows: rows.sort((a, b) => a.plate.localeCompare(b.plate)), unserved };
}

const walkingOf = ({ people, done, startedMs }: OpenWalk) => ({
  by: people.map(({ name }) => name).join(", "),
  ...{ done, startedMs },
});

/** A change with names in the place of ids; what nobody knows any more is left out. */
function namedChange(
  { units, people, needs, retests, jobs, outside }: ShiftSetting,
  { causes, effects }: PlanChange,
  atMs: number,
): ShiftChange {
  const waiting = new Set(retests.map(({ unitId }) => unitId));
  const crews = new Map(needs.map(({ id, crew }: NeedRow) => [id, crew]));
  const ofJob = new Map(jobs.map((one) => [one.id, one]));
  const kindOf = (effect: Effect): EffectShown["kind"] =>
    effect.kind !== "does"
      ? effect.kind
      : waiting.has(effect.work)
        ? "retests"
        : ofJob.has(effect.work)
          ? "job"
          : "does";
  const nameOf = (id: string | undefined) =>
    id === undefined
      ? ""
      : (units.get(ofJob.get(id)?.unitId ?? id)?.plate ??
        people.get(id) ??
        outside.get(id) ??
        crews.get(id) ??
        "");
  return {
    atMs,
    causes: causes.flatMap(({ kind, about, minutes }) => {
      const name = nameOf(about);
      return name === "" && kind !== "said" ? [] : [{ kind, name, minutes }];
    }),
    effects: effects
      .filter((effect) => !("crew" in effect) || nameOf(effect.crew) !== "")
      .map((effect) => ({
        kind: kindOf(effect),
        job: "work" in effect ? ofJob.get(effect.work)?.job : undefined,
        crew: "crew" in effect ? nameOf(effect.crew) : "",
        unit: nameOf("unit" in effect ? effect.unit : "work" in effect ? effect.work : effect.had),
        person: "person" in effect ? nameOf(effect.person) : "",
        ...("insteadOf" in effect ? { insteadOf: nameOf(effect.insteadOf) } : {}),
      })),
  };
}

/** What other shifts need usually, each unit with how it stands. */
async function laterNeeds(db: Db, { siteId, shift }: ShiftSetting, at: Date): Promise<readonly LaterRow[]> {
  const rows = await db
    .selectFrom("shiftNeed as n")
    .innerJoin("unit as u", "u.id", "n.unitId")
    .innerJoin("unitStanding as s", "s.unitId", "u.id")
    .leftJoin("person as signer", "signer.id", "s.signedBy")
    .select([...standingColumns, "signer.name as signer", "u.plate", "n.place"])
    .where("n.siteId", "=", siteId)
    .where("n.shiftId", "!=", shift.id)
    .where("u.siteId", "=", siteId)
    .where("u.sheetVersionId", "is not", null)
    .where("u.retiredAt", "is", null)
    .orderBy("u.plate")
    .execute();
  return rows.map((row) => {
    const { unitId, ...standing } = standingFrom(row, at);
    return { unitId, plate: row.plate, place: row.place, standing };
  });
}

async function countWithoutSheet(db: Db, siteId: string): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    SELECT count(*)::int AS count FROM unit WHERE site_id = ${siteId} AND sheet_version_id IS NULL AND retired_at IS NULL`.execute(
    db,
  );
  return rows[0]?.count ?? 0;
}
