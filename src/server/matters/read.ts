import { sql } from "kysely";
import type { MatterKind, OpenMatter } from "@/core/grade/matters";
import type { Policy } from "@/core/vocabulary/policy";
import type { Db, Trx } from "@/server/database/database";
import type { Role } from "@/server/people/roles";

/** What is open on a unit, oldest first. A walk's own findings are its answers, and not among what it inherits. */
export async function openMatters(
  db: Db | Trx,
  unitId: string,
  inspectionId: string | undefined,
): Promise<readonly OpenMatter[]> {
  let query = db
    .selectFrom("openMatter as m")
    .innerJoin("person as p", "p.id", "m.foundBy")
    .innerJoin("finding as f", "f.id", "m.id")
    .select(({ selectFrom, ref }) => [
      // Those that have come whole: what is still on its way is nothing to look at.
      selectFrom("picture as w")
        .select(({ fn }) => fn.agg<string[] | null>("array_agg", ["w.hash"]).as("hashes"))
        .whereRef("w.inspectionId", "=", "m.inspectionId")
        .where("w.wholeAt", "is not", null)
        .where(({ eb }) => eb("w.hash", "=", eb.fn.any(ref("f.pictures"))))
        .as("whole"),
    ])
    .select([
      "m.inspectionId",
      "f.whereOnIt",
      "f.sizeMm",
      "m.id",
      "m.checkKey",
      "m.condition",
      "m.grade",
      "m.place",
      "m.note",
      "m.repairBy",
      "m.foundAt",
      "p.name",
      sql<boolean>`EXISTS (SELECT FROM seal s WHERE s.unit_id = m.unit_id AND s.ledger_position > m.ledger_position
        AND s.outcome IN ('cleared','cleared_with_notes'))`.as("accepted"),
    ])
    .where("m.unitId", "=", unitId)
    .orderBy("m.ledgerPosition")
    .orderBy("m.foundAt");
  if (inspectionId !== undefined) query = query.where("m.inspectionId", "!=", inspectionId);
  const rows = await query.execute();
  return rows.map((row) => ({
    findingId: row.id,
    check: row.checkKey,
    condition: row.condition,
    grade: row.grade === "repair_by" ? "repair_by" : "watch",
    place: row.place,
    foundBy: row.name,
    foundAtMs: row.foundAt.getTime(),
    accepted: row.accepted,
    ...(row.note !== null && { note: row.note }),
    ...(row.whereOnIt.length > 0 && { where: row.whereOnIt }),
    ...(row.sizeMm !== null && { sizeMm: row.sizeMm }),
    ...(row.whole !== null && { pictures: { inspectionId: row.inspectionId, hashes: row.whole } }),
    ...(row.repairBy === null ? {} : { repairByMs: row.repairBy.getTime() }),
  }));
}

const supervising: readonly Role[] = ["supervisor", "technician", "owner"];

/**
 * Which open matters a person may say are gone. A repair above the floor is recorded by a technician, never said; in
 * a log-book yard only the owner says it of the machine.
 */
export function maySayGone(policy: Policy, roles: readonly Role[]): Readonly<Record<MatterKind, boolean>> {
  const supervises = roles.some((role) => supervising.includes(role));
  const asked = policy.matterGone ?? { place: "supervisor", watch: "supervisor" };
  const may = (who: "inspector" | "supervisor") => who === "inspector" || supervises;
  const logBook = policy.grading === "log_book";
  return {
    place: may(asked.place),
    watch: logBook ? roles.includes("owner") : may(asked.watch),
    repair_by: false,
  };
}

/** Whether a person may take a repair as one that waits until its day, by clearing the unit with it. */
export const mayAcceptRepair = (policy: Policy, roles: readonly Role[]): boolean =>
  policy.repairAccepted !== "supervisor" || roles.includes("supervisor") || roles.includes("owner");
