import type { Db, Trx } from "@/server/database/database";

/** Who of these people has no training record in date for the family of a unit. */
export async function untrainedOf(
  db: Db | Trx,
  people: readonly string[],
  unitId: string,
  at: Date,
): Promise<readonly string[]> {
  const trained = await db
    .selectFrom("authorisation as a")
    .innerJoin("unit as u", "u.family", "a.family")
    .select("a.personId")
    .where("u.id", "=", unitId)
    .where("a.personId", "in", people)
    .where("a.until", ">", at)
    .execute();
  const known = new Set(trained.map(({ personId }) => personId));
  return people.filter((person) => !known.has(person));
}
