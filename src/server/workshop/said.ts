import { sql } from "kysely";
import { z } from "zod";
import type { JobState } from "@/contract/workshop";
import { localMs, type Zone } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";

export const jobSaidSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.enum(["taken", "left", "part_here"]) }),
  z.strictObject({
    kind: z.literal("awaits_part"),
    part: textField(1, "which part it waits for", 120),
    supplier: textField(1, "where it comes from", 120),
    dueOn: z.iso.date(),
  }),
]);

/** Says how far a workshop is with a tag that stands, or a finding that is open. */
export async function sayOfJob(
  db: Db,
  subjectId: string,
  personId: string,
  said: z.infer<typeof jobSaidSchema>,
  at: Date,
): Promise<void> {
  const subject = await jobOf(db, subjectId);
  if (subject === undefined)
    throw new Problem(
      409,
      "not-yet",
      "expected a tag that stands or a finding that is open; read the page again",
    );
  const { kind } = said;
  const awaited =
    said.kind === "awaits_part"
      ? { part: said.part, supplier: said.supplier, dueOn: said.dueOn }
      : { part: null, supplier: null, dueOn: null };
  await db
    .insertInto("jobSaid")
    .values({ unitId: subject.unitId, subjectId, kind, ...awaited, personId, at })
    .execute();
}

/** The unit and site of a tag that stands or a finding that is open; undefined where it is neither. */
export async function jobOf(
  db: Db,
  id: string,
): Promise<{ readonly unitId: string; readonly siteId: string } | undefined> {
  const { rows } = await sql<{ unitId: string; siteId: string }>`
    SELECT u.id AS "unitId", u.site_id AS "siteId" FROM (
      SELECT unit_id FROM standing_tag WHERE id = ${id} UNION ALL SELECT unit_id FROM open_matter WHERE id = ${id}) AS job
    JOIN unit u ON u.id = job.unit_id`.execute(db);
  return rows[0];
}

/** How far a workshop is with each of these. */
export async function jobStates(
  db: Db,
  subjects: readonly string[],
  zone: Zone,
  at: Date,
): Promise<ReadonlyMap<string, JobState>> {
  if (subjects.length === 0) return new Map();
  const rows = await db
    .selectFrom("jobSaid as j")
    .innerJoin("person as p", "p.id", "j.personId")
    .select(["j.subjectId", "j.kind", "j.part", "j.supplier", "j.dueOn", "j.personId", "j.at", "p.name"])
    .where("j.subjectId", "in", [...subjects])
    .orderBy("j.no")
    .execute();
  const today = new Date(localMs(at.getTime(), zone)).toISOString().slice(0, 10);
  const states = new Map<string, JobState>();
  for (const row of rows) {
    const { awaits, takenBy } = states.get(row.subjectId) ?? {};
    const { part, supplier, dueOn } = row;
    states.set(row.subjectId, {
      ...(row.kind === "taken"
        ? { takenBy: { id: row.personId, name: row.name, atMs: row.at.getTime() } }
        : row.kind !== "left" && takenBy !== undefined && { takenBy }),
      ...(part !== null && supplier !== null && dueOn !== null
        ? { awaits: { part, supplier, dueOn, late: dueOn < today } }
        : row.kind !== "part_here" && awaits !== undefined && { awaits }),
    });
  }
  return states;
}
