import { demoPlaces } from "@/demo/places/demo-places";
import type { Db } from "@/server/database/database";
import { drawPlace } from "@/server/places/save";
import { demoSite } from "./people";

/** The places of Low Meadow, drawn by its supervisor in the spring. */
export async function tellPlaces(db: Db, today: Date): Promise<void> {
  const supervisor = await db
    .selectFrom("person")
    .select("id")
    .where("badge", "=", "2001")
    .executeTakeFirstOrThrow();
  const drawnAt = new Date(today.getTime() - 40 * 86_400_000);
  for (const plan of demoPlaces) await drawPlace(db, demoSite, plan, supervisor.id, drawnAt);
}
