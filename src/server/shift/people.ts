import { sql } from "kysely";
import { z } from "zod";
import { paceOf } from "@/core/shift/pace";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { rights } from "@/server/people/roles";
import type { ShiftDay } from "./shift-day";

/** Who inspects at a site, by name. */
export const inspectorsOf = (db: Db | Trx, siteId: string) =>
  db
    .selectFrom("person as p")
    .innerJoin("personRole as r", "r.personId", "p.id")
    .select(["p.id", "p.name"])
    .select([
      sql<boolean>`bool_or(r.role = 'operator')`.as("operates"),
      sql<boolean>`bool_or(r.role = ANY(${[...rights.retest]}))`.as("retests"),
      sql<boolean>`bool_or(r.role = 'technician')`.as("repairs"),
    ])
    .where("r.siteId", "=", siteId)
    .where("r.role", "in", rights.inspect)
    .where("p.active", "=", true)
    .groupBy(["p.id", "p.name"])
    .orderBy("p.name")
    .execute();

/** Who helps with tests that ask for a second person. */
export async function helpersOn(db: Db, siteId: string, shift: ShiftDay): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    SELECT count(DISTINCT p.id)::int AS count FROM person p JOIN person_role r ON r.person_id = p.id
    WHERE r.site_id = ${siteId} AND r.role = 'ground_person' AND p.active AND NOT EXISTS (
      SELECT FROM shift_person a WHERE a.person_id = p.id AND a.site_id = ${siteId} AND a.shift_id = ${shift.id}
        AND a.day = ${shift.day} AND a.away)`.execute(db);
  return rows[0]?.count ?? 0;
}

const minute = z.number().int().min(-240).max(720).nullable();

export const presenceSchema = z
  .strictObject({
    shiftId: textField(1, "a shift of the site", 40),
    day: z.iso.date(),
    personId: z.uuid(),
    away: z.boolean(),
    /** Minutes before (less than 0) or after the start; null: as the shift. */
    fromMin: minute,
    untilMin: minute,
  })
  .refine(
    ({ fromMin, untilMin }) => fromMin === null || untilMin === null || fromMin < untilMin,
    "expected them to come before they go",
  );

/** Says that somebody is away from a shift, or there for a part of it. Back as usual: nothing is kept of it. */
export async function setPresence(
  db: Db,
  siteId: string,
  byPerson: string,
  presence: z.infer<typeof presenceSchema>,
  at: Date,
): Promise<void> {
  const { shiftId, day, personId, away, fromMin, untilMin } = presence;
  const here = await db
    .selectFrom("personRole")
    .select("personId")
    .where("personId", "=", personId)
    .where("siteId", "=", siteId)
    .executeTakeFirst();
  if (here === undefined) throw new Problem(404, "no-person", "expected somebody of this site");
  if (!away && fromMin === null && untilMin === null) {
    await db
      .deleteFrom("shiftPerson")
      .where("siteId", "=", siteId)
      .where("shiftId", "=", shiftId)
      .where("day", "=", day)
      .where("personId", "=", personId)
      .execute();
    return;
  }
  const said = { away, fromMin, untilMin, setBy: byPerson, setAt: at };
  await db
    .insertInto("shiftPerson")
    .values({ siteId, shiftId, day, personId, ...said })
    .onConflict((oc) => oc.columns(["siteId", "shiftId", "day", "personId"]).doUpdateSet(said))
    .execute();
}

/** What was said of who is there on a shift. */
export const presencesOn = (db: Db, siteId: string, shift: ShiftDay) =>
  db
    .selectFrom("shiftPerson")
    .select(["personId", "away", "fromMin", "untilMin"])
    .where("siteId", "=", siteId)
    .where("shiftId", "=", shift.id)
    .where("day", "=", shift.day)
    .execute();

/** Days a pace is learned from, and walks of each person at most. */
const learnedDays = 120;
const learnedWalks = 40;

/** How quick each person is, by the full inspections they signed alone; `plannedMin` says what a unit's plan takes. */
export async function pacesOf(
  db: Db,
  people: readonly string[],
  plannedMin: ReadonlyMap<string, number>,
  at: Date,
): Promise<ReadonlyMap<string, number>> {
  if (people.length === 0) return new Map();
  const since = new Date(at.getTime() - learnedDays * 86_400_000);
  const { rows } = await sql<{ person: string; unit: string; took: number }>`
    SELECT who.id AS person, w.unit_id AS unit, w.took FROM unnest(${[...people]}::uuid[]) AS who (id)
    CROSS JOIN LATERAL (
      SELECT s.unit_id, extract(epoch FROM s.signed_at - s.started_at)::float8 / 60 AS took FROM seal s
      WHERE s.signed_by = who.id AND s.scope = 'full' AND s.signed_at BETWEEN ${since} AND ${at}
        AND NOT EXISTS (SELECT FROM inspection_person j WHERE j.inspection_id = s.inspection_id)
      ORDER BY s.signed_at DESC LIMIT ${learnedWalks}) w`.execute(db);
  return new Map(
    people.map((id) => [
      id,
      paceOf(
        rows.flatMap(({ person, unit, took }) => {
          const planned = plannedMin.get(unit) ?? 0;
          return person === id && planned > 0 ? [{ plannedMin: planned, tookMin: took }] : [];
        }),
      ),
    ]),
  );
}
