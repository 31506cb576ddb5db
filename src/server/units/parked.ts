import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { latestPlans } from "@/server/places/save";

export const parkedSchema = z.strictObject({
  /** A place of the unit's site; null: the yard. */
  placeId: z.uuid().nullable(),
});

/** Says where a unit stands: whoever plans a shift counts the way to it, and none to a crew that works there. */
export async function setParked(
  db: Db,
  unitId: string,
  byPerson: string,
  { placeId }: z.infer<typeof parkedSchema>,
  at: Date,
): Promise<void> {
  if (placeId === null) {
    await db.deleteFrom("unitParked").where("unitId", "=", unitId).execute();
    return;
  }
  const { siteId } = await db
    .selectFrom("unit")
    .select("siteId")
    .where("id", "=", unitId)
    .executeTakeFirstOrThrow();
  if (!(await latestPlans(db, siteId).execute()).some(({ id }) => id === placeId))
    throw new Problem(404, "no-place", "expected a place of this unit's site, or none for the yard");
  const said = { placeId, setBy: byPerson, setAt: at };
  await db
    .insertInto("unitParked")
    .values({ unitId, ...said })
    .onConflict((oc) => oc.column("unitId").doUpdateSet(said))
    .execute();
}

/** Where a unit stands, and the places of its site it could. */
export async function parkedOf(db: Db, unitId: string, siteId: string) {
  const [said, places] = await Promise.all([
    db
      .selectFrom("unitParked as k")
      .innerJoin("person as p", "p.id", "k.setBy")
      .select(["k.placeId", "k.setAt", "p.name as by"])
      .where("k.unitId", "=", unitId)
      .executeTakeFirst(),
    latestPlans(db, siteId).execute(),
  ]);
  const names = places.map(({ id, plan }) => ({ id, name: plan.name }));
  return {
    places: names.sort((a, b) => a.name.localeCompare(b.name)),
    // A place that is there no more is nowhere to look.
    said: names.some(({ id }) => id === said?.placeId) && said !== undefined ? said : undefined,
  };
}
