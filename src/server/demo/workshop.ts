import type { Db } from "@/server/database/database";
import { sayOfKey } from "@/server/workshop/keys";
import { sayOfJob } from "@/server/workshop/said";

const dayMs = 86_400_000;

/** The boom whose platform function fails: taken by a technician, its part on order, its key away from the board. */
export async function tellWorkshop(db: Db, today: Date): Promise<void> {
  const tag = await db
    .selectFrom("standingTag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .select(["t.id", "t.unitId", "t.raisedAt"])
    .where("u.plate", "=", "LM-20")
    .executeTakeFirst();
  const { id: technician } = await db
    .selectFrom("person")
    .select("id")
    .where("badge", "=", "3001")
    .executeTakeFirstOrThrow();
  // A short history may not reach back to the incident.
  if (tag === undefined) return;
  const after = (hours: number) => new Date(tag.raisedAt.getTime() + hours * 3_600_000);
  await sayOfKey(
    db,
    tag.unitId,
    technician,
    { what: "key", place: "Key board, Nursery Yard, hook 20" },
    after(0.5),
  );
  await sayOfKey(db, tag.unitId, technician, { what: "lock", holder: technician }, after(0.5));
  await sayOfJob(db, tag.id, technician, { kind: "taken" }, after(1));
  await sayOfJob(
    db,
    tag.id,
    technician,
    {
      ...{ kind: "awaits_part", part: "Platform rotate switch", supplier: "Calder Vey stores" },
      dueOn: new Date(today.getTime() + 2 * dayMs).toISOString().slice(0, 10),
    },
    after(3),
  );
}
