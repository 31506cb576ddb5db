import { sql } from "kysely";
import { shiftFor } from "@/core/decision/standing";
import { foundStowed } from "@/core/plan/found";
import { queue } from "@/core/shift/queue";
import type { Family } from "@/core/vocabulary/families";
import type { Policy } from "@/core/vocabulary/policy";
import { policyFor } from "@/core/vocabulary/policy-for";
import { practiceOf } from "@/core/vocabulary/practice";
import { unsignedAt } from "@/server/book/faults";
import type { Db } from "@/server/database/database";
import { planOf } from "@/server/inspections/model";
import { standingColumns, standingFrom, type UnitStanding } from "./standing";

export interface ShiftRow {
  readonly unitId: string;
  readonly plate: string;
  readonly family: Family;
  readonly crew: string;
  readonly place: string;
  readonly inspector: string | null;
  readonly inspectorId: string | null;
  readonly standing: Omit<UnitStanding, "unitId">;
  readonly minutes: number;
  readonly checks: number;
  readonly walking?: { readonly by: string; readonly done: number; readonly startedMs: number };
  readonly slot?: { readonly startMs: number; readonly endMs: number; readonly late: boolean };
  readonly walkedFromMs?: number;
  readonly tagReason?: string;
  /** In a yard that goes by its log-book: faults the owner has still to sign for. */
  readonly unsigned: number;
}

export interface ShiftBoard {
  readonly nowMs: number;
  readonly zone: string;
  readonly shift: { readonly id: string; readonly startMs: number; readonly endMs: number };
  readonly rows: readonly ShiftRow[];
  readonly later: readonly ShiftRow[];
  readonly withoutSheet: number;
}

const planned = new Map<string, { minutes: number; checks: number }>();

/** A unit of the shift by its family, and the sheet it goes by; null where it has none yet. */
interface Planned {
  readonly sheetVersionId: string | null;
  readonly family: Family;
}

/** Minutes and checks of a unit's full inspection. A version's plan under one policy never changes. */
async function plansFor(db: Db, units: readonly Planned[], site: Policy) {
  const keyOf = ({ sheetVersionId, family }: Planned) =>
    `${sheetVersionId} ${JSON.stringify(practiceOf(policyFor(site, family)))}`;
  const missing = new Map(units.filter((one) => !planned.has(keyOf(one))).map((one) => [keyOf(one), one]));
  const ids = [...missing.values()].flatMap(({ sheetVersionId }) => sheetVersionId ?? []);
  if (ids.length > 0) {
    const versions = await db
      .selectFrom("sheetVersion")
      .select(["id", "content"])
      .where("id", "in", ids)
      .execute();
    const sheets = new Map(versions.map(({ id, content }) => [id, content]));
    for (const [key, { sheetVersionId, family }] of missing) {
      const sheet = sheets.get(sheetVersionId ?? "");
      if (sheet === undefined) continue;
      const policy = policyFor(site, family);
      const plan = planOf({ asks: { sheet }, policy, scope: { kind: "full" }, found: foundStowed(sheet) });
      planned.set(key, { minutes: plan.minutes, checks: plan.checks.length });
    }
  }
  return (one: Planned) => planned.get(keyOf(one)) ?? { minutes: 0, checks: 0 };
}

/** What must be ready for the shift about to start or under way, by when, by whom. */
export async function shiftBoard(db: Db, siteId: string, at: Date): Promise<ShiftBoard> {
  const [site, needs, walking, bare] = await Promise.all([
    db.selectFrom("site").selectAll().where("id", "=", siteId).executeTakeFirstOrThrow(),
    needsOf(db, siteId),
    openWalks(db, siteId, at),
    countWithoutSheet(db, siteId),
  ]);
  const shift = shiftFor(site.shifts, at.getTime(), site.timeZone);
  const planFor = await plansFor(db, needs, site.policy);
  const byBook = (family: Family) => policyFor(site.policy, family).grading === "log_book";
  const unsigned = needs.some(({ family }) => byBook(family)) ? await unsignedAt(db, siteId) : undefined;
  const rows = needs.map((need) => {
    const { unitId: _same, ...standing } = standingFrom(need, at);
    const { unitId, shiftId, plate, family, crew, place, inspector, inspectorId } = need;
    return {
      ...{ unitId, shiftId, plate, family, crew, place, inspector, inspectorId, standing },
      ...planFor(need),
      walking: walking.get(unitId),
      tagReason: need.tagReason ?? undefined,
      unsigned: (byBook(family) && unsigned?.get(unitId)) || 0,
    };
  });
  const here = rows.filter((row) => row.shiftId === shift.id);
  const slots = queue(
    here.map((r) => ({
      unitId: r.unitId,
      inspectorId: r.inspectorId,
      minutes: r.minutes,
      done: r.walking === undefined ? 0 : r.walking.done / r.checks,
      ready:
        r.standing.usable ||
        ["tagged_out", "held", "examination_overdue", "job_overdue"].includes(r.standing.state),
    })),
    at.getTime(),
    shift.startMs,
  );
  const strip = ({ shiftId: _shift, ...row }: (typeof rows)[number]): ShiftRow => ({
    ...row,
    slot: slots.get(row.unitId),
  });
  return {
    nowMs: at.getTime(),
    zone: site.timeZone,
    shift,
    rows: here.map(strip),
    later: rows.filter((r) => r.shiftId !== shift.id).map(strip),
    withoutSheet: bare,
  };
}

/** What a site needs, shift after shift, each unit with how it stands. */
const needsOf = (db: Db, siteId: string) =>
  db
    .selectFrom("shiftNeed as n")
    .innerJoin("unit as u", "u.id", "n.unitId")
    .innerJoin("unitStanding as s", "s.unitId", "u.id")
    .leftJoin("person as p", "p.id", "n.inspectorId")
    .leftJoin("person as signer", "signer.id", "s.signedBy")
    .select([
      ...standingColumns,
      "signer.name as signer",
      "s.tagReason",
      "u.plate",
      "u.family",
      "n.shiftId",
      "n.crew",
      "n.place",
      "n.inspectorId",
      "p.name as inspector",
      "u.sheetVersionId",
    ])
    .where("n.siteId", "=", siteId)
    // One that has gone to another site is not this one's to walk.
    .where("u.siteId", "=", siteId)
    .where("u.sheetVersionId", "is not", null)
    .where("u.retiredAt", "is", null)
    .orderBy("u.plate")
    .execute();

/** The last full walk begun of each unit a site needs, where it is not signed: each unit's own are looked at, and no more. */
async function openWalks(db: Db, siteId: string, at: Date) {
  const { rows } = await sql<{ unitId: string; name: string; done: string; startedAt: Date }>`
    SELECT n.unit_id, w.* FROM (SELECT DISTINCT unit_id FROM shift_need WHERE site_id = ${siteId}) n
    CROSS JOIN LATERAL (
      SELECT p.name, i.started_at,
        (SELECT count(DISTINCT e.payload->>'check') FROM inspection_event e WHERE e.inspection_id = i.id AND e.type <> 'changed') AS done
      FROM inspection i JOIN person p ON p.id = i.person_id
      WHERE i.unit_id = n.unit_id AND i.scope->>'kind' = 'full' AND i.started_at > ${new Date(at.getTime() - 4 * 3_600_000)}
        AND NOT EXISTS (SELECT FROM seal s WHERE s.inspection_id = i.id)
      ORDER BY i.started_at DESC LIMIT 1) w`.execute(db);
  return new Map(
    rows.map((r) => [r.unitId, { by: r.name, done: Number(r.done), startedMs: r.startedAt.getTime() }]),
  );
}

async function countWithoutSheet(db: Db, siteId: string): Promise<number> {
  const row = await db
    .selectFrom("unit")
    .select(({ fn }) => fn.countAll<string>().as("count"))
    .where("siteId", "=", siteId)
    .where("sheetVersionId", "is", null)
    .where("retiredAt", "is", null)
    .executeTakeFirstOrThrow();
  return Number(row.count);
}
