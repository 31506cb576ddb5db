import { randomUUID } from "node:crypto";
import { z } from "zod";
import { type PlacePlan, placePlanSchema } from "@/core/survey/place-plan";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";

export { placePlanSchema };

export const redrawSchema = z.strictObject({ plan: placePlanSchema, after: z.number().int().min(1) });

/** Places a site may have: each is read whole by whoever surveys. */
const mostPlaces = 60;

/** Draws a place of a site for the first time. */
export async function drawPlace(
  db: Db,
  siteId: string,
  plan: PlacePlan,
  byPerson: string,
  at: Date,
): Promise<{ readonly id: string }> {
  return db.transaction().execute(async (trx) => {
    const names = await placeNames(trx, siteId);
    if (names.length >= mostPlaces)
      throw new Problem(409, "too-many", `expected at most ${mostPlaces} places of a site; close one first`);
    refuseTwice(names, plan.name);
    const id = randomUUID();
    await trx.insertInto("place").values({ id, siteId, madeBy: byPerson, madeAt: at }).execute();
    await addPlan(trx, id, 1, plan, byPerson, at);
    return { id };
  });
}

/**
 * Draws a place anew. `after` is the number of the plan it was drawn from: one that somebody else has drawn since is not lost.
 * Surveys of the plan before it end.
 */
export async function redrawPlace(
  db: Db,
  siteId: string,
  placeId: string,
  { plan, after }: z.infer<typeof redrawSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const names = await placeNames(trx, siteId);
    const place = names.find(({ id }) => id === placeId);
    if (place === undefined) throw new Problem(404, "no-place", "expected a place of this site");
    if (place.no !== after)
      throw new Problem(
        409,
        "drawn-since",
        `expected a plan drawn from the latest, number ${place.no}, got one from ${after}; load it again`,
      );
    refuseTwice(
      names.filter(({ id }) => id !== placeId),
      plan.name,
    );
    await addPlan(trx, placeId, after + 1, plan, byPerson, at);
  });
}

/** Says that a place is there no more. Twice is once. */
export async function closePlace(
  db: Db,
  siteId: string,
  placeId: string,
  byPerson: string,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const place = isUuid(placeId)
      ? await trx
          .selectFrom("place")
          .select("id")
          .where("id", "=", placeId)
          .where("siteId", "=", siteId)
          .executeTakeFirst()
      : undefined;
    if (place === undefined) throw new Problem(404, "no-place", "expected a place of this site");
    await trx
      .insertInto("placeClosed")
      .values({ placeId, byPerson, at })
      .onConflict((oc) => oc.doNothing())
      .execute();
  });
}

const addPlan = (trx: Trx, placeId: string, no: number, plan: PlacePlan, setBy: string, setAt: Date) =>
  trx
    .insertInto("placePlan")
    .values({ id: randomUUID(), placeId, no, plan: JSON.stringify(plan), setBy, setAt })
    .execute();

async function placeNames(trx: Trx, siteId: string) {
  // Two who draw at once are one after the other.
  await trx.selectFrom("site").select("id").where("id", "=", siteId).forNoKeyUpdate().execute();
  return latestPlans(trx, siteId).execute();
}

/** The places of a site that are not closed, each by its latest plan. */
export const latestPlans = (db: Db | Trx, siteId: string) =>
  db
    .selectFrom("place as l")
    .innerJoin("placePlan as p", "p.placeId", "l.id")
    .select(["l.id", "p.id as planId", "p.no", "p.plan", "p.setAt"])
    .distinctOn("l.id")
    .where("l.siteId", "=", siteId)
    .where(({ not, exists, selectFrom }) =>
      not(exists(selectFrom("placeClosed as c").select("c.placeId").whereRef("c.placeId", "=", "l.id"))),
    )
    .orderBy("l.id")
    .orderBy("p.no", "desc");

function refuseTwice(names: readonly { readonly plan: PlacePlan }[], name: string): void {
  if (names.some(({ plan }) => plan.name.toLowerCase() === name.toLowerCase()))
    throw new Problem(409, "name-taken", `expected another name: the site has a place called ${name}`);
}
