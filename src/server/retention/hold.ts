import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { secondPerson, secondSchema } from "@/server/people/pin";

export const holdSchema = z.strictObject({
  /** Null: all of the site. */
  unitId: z.uuid().nullable(),
  why: textField(3, "why it is kept", 400),
});

export const liftSchema = z.strictObject({
  why: textField(3, "why it is lifted", 400),
  second: secondSchema,
});

/** Keeps all of a unit, or of a site, whatever the rule says, until the hold is lifted. */
export async function putHold(
  db: Db,
  siteId: string,
  { unitId, why }: z.infer<typeof holdSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  const row = { id: randomUUID(), siteId, unitId, why, byPerson, at };
  await db.transaction().execute((trx) => trx.insertInto("legalHold").values(row).execute());
}

/** Lifts a hold of a site: two people's word. */
export async function liftHold(
  db: Db,
  siteId: string,
  holdId: string,
  { why, second }: z.infer<typeof liftSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  const confirmed = await secondPerson(db, second, at);
  await db.transaction().execute(async (trx) => {
    const hold = await trx
      .selectFrom("legalHold as h")
      .leftJoin("legalHoldLifted as l", "l.holdId", "h.id")
      .select("l.at")
      .where("h.id", "=", holdId)
      .where("h.siteId", "=", siteId)
      .executeTakeFirst();
    if (hold === undefined) throw new Problem(404, "no-hold", "expected a legal hold of this site");
    if (hold.at !== null) throw new Problem(409, "already-lifted", "this legal hold has been lifted already");
    await trx
      .insertInto("legalHoldLifted")
      .values({ holdId, why, byPerson, confirmedBy: confirmed.id, at })
      .execute();
  });
}
