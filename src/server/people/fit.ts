import { sql } from "kysely";
import type { Db, Trx } from "@/server/database/database";

/** Of these people, those who may not clear a unit: not trained on its family, not familiar with its model where that is asked. */
export async function unfitOf(
  db: Db | Trx,
  people: readonly string[],
  unitId: string,
  at: Date,
): Promise<{ readonly untrained: readonly string[]; readonly unfamiliar: readonly string[] }> {
  const { rows } = await sql<{ id: string; trained: boolean; familiar: boolean }>`
    SELECT p AS id, is_trained(p, ${unitId}, ${at}) AS trained, is_familiar(p, ${unitId}, ${at}) AS familiar
    FROM unnest(${[...people]}::uuid[]) AS p`.execute(db);
  return {
    untrained: rows.filter(({ trained }) => !trained).map(({ id }) => id),
    unfamiliar: rows.filter(({ familiar }) => !familiar).map(({ id }) => id),
  };
}

/** The number of somebody's licence or card for the family of a unit; undefined where none was ever recorded. */
export async function licenceFor(
  db: Db | Trx,
  personId: string,
  unitId: string,
): Promise<string | undefined> {
  const row = await db
    .selectFrom("authorisation as a")
    .innerJoin("unit as u", "u.family", "a.family")
    .select("a.licence")
    .where("u.id", "=", unitId)
    .where("a.personId", "=", personId)
    .executeTakeFirst();
  return row?.licence;
}
