import { sql } from "kysely";
import type { WorkshopJob } from "@/contract/workshop";
import { shiftFor } from "@/core/decision/standing";
import type { PartId } from "@/core/vocabulary/parts";
import { localMs } from "@/core/vocabulary/zone";
import { type Blocked, inWorkshopOrder, rankOf } from "@/core/workshop/queue";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { picturesAsHere } from "@/server/pictures/take";
import { shiftBoard } from "@/server/shift/board";
import { waitsOf } from "@/server/tags/read";
import { keysOf } from "./keys";
import { jobStates } from "./said";

const dayMs = 86_400_000;

/** All that a workshop of a site has to do: tags that stand and findings to be repaired by a date, in the order of what blocks whom. */
export async function workshopQueue(db: Db, siteId: string, at: Date): Promise<readonly WorkshopJob[]> {
  const site = await db
    .selectFrom("site")
    .select(["shifts", "timeZone"])
    .where("id", "=", siteId)
    .executeTakeFirstOrThrow();
  const [tags, findings] = await Promise.all([tagsToRepair(db, siteId), findingsByDate(db, siteId)]);
  const jobs = [...tags, ...findings];
  const unitIds = [...new Set(jobs.map(({ unitId }) => unitId))];
  const [states, keys, blocked] = await Promise.all([
    jobStates(
      db,
      jobs.map(({ id }) => id),
      site.timeZone,
      at,
    ),
    keysOf(db, unitIds),
    blockedBy(db, siteId, unitIds, site, at),
  ]);
  const nowMs = at.getTime();
  const today = new Date(localMs(nowMs, site.timeZone)).toISOString().slice(0, 10);
  const all = jobs.map((job) => {
    const state = states.get(job.id) ?? {};
    const blocks = blocked.get(job.unitId) ?? [];
    return { ...job, state, awaits: state.awaits, blocks, keys: keys.get(job.unitId) ?? {} };
  });
  return Promise.all(
    inWorkshopOrder(all, nowMs, today).map(async ({ awaits: _awaits, hashes, ...job }) => ({
      ...job,
      rank: rankOf(job, nowMs),
      pictures: job.inspectionId === null ? [] : await picturesAsHere(db, job.inspectionId, hashes),
    })),
  );
}

async function tagsToRepair(db: Db, siteId: string) {
  const tags = await db
    .selectFrom("standingTag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .innerJoin("person as p", "p.id", "t.raisedBy")
    .leftJoin("finding as f", "f.id", "t.findingId")
    .select(["t.id", "t.unitId", "u.plate", "t.number", "t.reason", "t.note", "t.raisedAt", "p.name as by"])
    .select(["f.inspectionId", "f.pictures", "f.part"])
    .where("u.siteId", "=", siteId)
    .execute();
  const waitsByTag = await waitsOf(
    db,
    tags.map(({ id }) => id),
  );
  return tags.map(({ raisedAt, inspectionId, pictures, part, ...tag }) => {
    const waits = waitsByTag.get(tag.id) ?? "repair";
    return {
      ...tag,
      ...{
        kind: "tag" as const,
        sinceMs: raisedAt.getTime(),
        waits: waits === "nothing" ? ("release" as const) : waits,
      },
      ...(part !== null && { part: part as PartId }),
      ...{ inspectionId, hashes: pictures ?? [] },
    };
  });
}

async function findingsByDate(db: Db, siteId: string) {
  const rows = await db
    .selectFrom("openMatter as m")
    .innerJoin("unit as u", "u.id", "m.unitId")
    .innerJoin("person as p", "p.id", "m.foundBy")
    .innerJoin("finding as f", "f.id", "m.id")
    .select([
      "m.id",
      "m.unitId",
      "u.plate",
      "m.note",
      "m.foundAt",
      "p.name as by",
      "m.checkKey",
      "m.condition",
    ])
    .select(["f.part", "m.repairBy", "m.inspectionId", "f.pictures"])
    .where("u.siteId", "=", siteId)
    .where("u.retiredAt", "is", null)
    .where("m.place", "=", false)
    .where("m.repairBy", "is not", null)
    .execute();
  return rows.map(({ foundAt, repairBy, inspectionId, pictures, part, ...finding }) => ({
    ...finding,
    ...{ kind: "finding" as const, sinceMs: foundAt.getTime(), part: part as PartId },
    ...(repairBy !== null && { repairByMs: repairBy.getTime() }),
    ...{ inspectionId, hashes: pictures },
  }));
}

/** Crews that have one of these units usually: when they start next, and whether the plan of the shift has another for them by then. */
async function blockedBy(
  db: Db,
  siteId: string,
  unitIds: readonly string[],
  site: { readonly shifts: Parameters<typeof shiftFor>[0]; readonly timeZone: string },
  at: Date,
): Promise<ReadonlyMap<string, readonly Blocked[]>> {
  if (unitIds.length === 0) return new Map();
  const needs = await db
    .selectFrom("shiftNeed")
    .select(["id", "unitId", "shiftId", "crew", "place", "days", "onDay"])
    .where("siteId", "=", siteId)
    .where(sql<boolean>`unit_id = ANY(${unitIds})`)
    .execute();
  if (needs.length === 0) return new Map();
  const board = await shiftBoard(db, siteId, at);
  const served = new Set(
    board.rows
      .filter(({ was, lateMin, readyMs }) => was !== true && lateMin === 0 && readyMs !== undefined)
      .map(({ needId }) => needId),
  );
  const called = new Set(board.cancelled.map(({ needId }) => needId));
  const blocks = needs.flatMap(({ id, unitId, shiftId, crew, place, days, onDay }) => {
    const startMs = nextStart(site, shiftId, days, onDay, at.getTime());
    if (unitId === null || startMs === undefined) return [];
    const now = startMs === board.shift.startMs;
    if (now && called.has(id)) return [];
    return [
      {
        unitId,
        crew,
        place,
        startMs,
        served: !now ? ("not_planned" as const) : served.has(id) ? ("yes" as const) : ("no" as const),
      },
    ];
  });
  return groupedBy(blocks, "unitId");
}

/** When a need comes up next: the start of its shift under way or to come within a week. */
function nextStart(
  { shifts, timeZone }: { readonly shifts: Parameters<typeof shiftFor>[0]; readonly timeZone: string },
  shiftId: string,
  days: number,
  onDay: string | null,
  nowMs: number,
): number | undefined {
  const mine = shifts.filter(({ id }) => id === shiftId);
  if (mine.length === 0) return undefined;
  for (let ahead = 0; ahead <= 7; ahead++) {
    const shift = shiftFor(shifts, nowMs + ahead * dayMs, timeZone);
    const { startMs } = shift.id === shiftId ? shift : shiftFor(mine, nowMs + ahead * dayMs, timeZone);
    const local = localMs(startMs, timeZone);
    const weekday = (Math.floor(local / dayMs) + 3) % 7;
    const day = new Date(local).toISOString().slice(0, 10);
    if (startMs < nowMs - dayMs / 2) continue;
    if (onDay === null ? (days & (1 << weekday)) !== 0 : onDay === day) return startMs;
  }
  return undefined;
}
