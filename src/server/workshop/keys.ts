import { z } from "zod";
import type { Keys } from "@/contract/workshop";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";

const place = textField(1, "where it hangs", 120);

export const keySaidSchema = z.union([
  z.strictObject({ what: z.enum(["key", "lock"]), holder: z.uuid() }),
  z.strictObject({ what: z.enum(["key", "lock"]), place }),
  z.strictObject({ what: z.literal("lock"), off: z.literal(true) }),
]);

/** Says where a unit's key is, or who has locked it off and where. */
export async function sayOfKey(
  db: Db,
  unitId: string,
  personId: string,
  said: z.infer<typeof keySaidSchema>,
  at: Date,
): Promise<void> {
  const holderId = "holder" in said ? said.holder : null;
  if (
    holderId !== null &&
    (await db.selectFrom("person").select("id").where("id", "=", holderId).executeTakeFirst()) === undefined
  )
    throw new Problem(404, "no-person", "expected somebody of the yard who has it");
  await db
    .insertInto("keySaid")
    .values({
      ...{ unitId, what: said.what, holderId, personId, at },
      place: "place" in said ? said.place : null,
    })
    .execute();
}

/** Where the keys and locks of these units are, by unit. */
export async function keysOf(db: Db, unitIds: readonly string[]): Promise<ReadonlyMap<string, Keys>> {
  if (unitIds.length === 0) return new Map();
  const rows = await db
    .selectFrom("keySaid as k")
    .distinctOn(["k.unitId", "k.what"])
    .innerJoin("person as p", "p.id", "k.personId")
    .leftJoin("person as h", "h.id", "k.holderId")
    .select(["k.unitId", "k.what", "h.name as holder", "k.place", "k.at", "p.name as by"])
    .where("k.unitId", "in", [...unitIds])
    .orderBy("k.unitId")
    .orderBy("k.what")
    .orderBy("k.no", "desc")
    .execute();
  const keys = new Map<string, Keys>();
  for (const { unitId, what, holder, place: hangs, at, by } of rows) {
    if (holder === null && hangs === null) continue;
    keys.set(unitId, {
      ...keys.get(unitId),
      [what]: {
        ...{ atMs: at.getTime(), by },
        ...(holder !== null && { holder }),
        ...(hangs !== null && { place: hangs }),
      },
    });
  }
  return keys;
}
