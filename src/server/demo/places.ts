import { demoPlaces } from "@/demo/places/demo-places";
import type { Db } from "@/server/database/database";
import { drawPlace } from "@/server/places/save";
import { setParked } from "@/server/units/parked";
import { demoSite } from "./people";

/** The places of Low Meadow, drawn by its supervisor in the spring. */
export async function tellPlaces(db: Db, today: Date): Promise<void> {
  const supervisor = await db
    .selectFrom("person")
    .select("id")
    .where("badge", "=", "2001")
    .executeTakeFirstOrThrow();
  const drawnAt = new Date(today.getTime() - 40 * 86_400_000);
  for (const plan of demoPlaces) {
    const { id: placeId } = await drawPlace(db, demoSite, plan, supervisor.id, drawnAt);
    // The spider stayed where it worked last: it takes a day to bring it back over the lawn.
    if (plan.name === "Lake Lawn") await park(db, "LM-24", placeId, supervisor.id, drawnAt);
  }
}

async function park(db: Db, plate: string, placeId: string, byPerson: string, at: Date): Promise<void> {
  const { id } = await db
    .selectFrom("unit")
    .select("id")
    .where("plate", "=", plate)
    .executeTakeFirstOrThrow();
  await setParked(db, id, byPerson, { placeId }, at);
}
