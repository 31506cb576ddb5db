import { z } from "zod";
import type { KeptLoadShown } from "@/contract/survey";
import { keptLoadSchema } from "@/core/survey/job";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { isUuid } from "@/server/http/uuid";

const mostLoads = 100;

export const loadSchema = z.strictObject({
  id: z.uuid(),
  name: textField(2, "a name such as Two glaziers, eight panes", 80),
  load: keptLoadSchema,
});

/** Keeps what a crew takes up under a name, in place of what had that name before. */
export async function keepLoad(
  db: Db,
  siteId: string,
  { id, name, load }: z.infer<typeof loadSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await trx.selectFrom("site").select("id").where("id", "=", siteId).forNoKeyUpdate().execute();
    await trx.deleteFrom("keptLoad").where("siteId", "=", siteId).where("name", "=", name).execute();
    const kept = await trx.selectFrom("keptLoad").select("id").where("siteId", "=", siteId).execute();
    if (kept.some((one) => one.id === id)) return;
    if (kept.length >= mostLoads)
      throw new Problem(
        409,
        "too-many",
        `expected at most ${mostLoads} kept loads of a site; remove one first`,
      );
    await trx
      .insertInto("keptLoad")
      .values({ id, siteId, name, load: JSON.stringify(load), byPerson, at })
      .execute();
  });
}

/** Removes a kept load. Twice is once. */
export async function dropLoad(db: Db, siteId: string, id: string): Promise<void> {
  if (isUuid(id)) await db.deleteFrom("keptLoad").where("siteId", "=", siteId).where("id", "=", id).execute();
}

/** The loads that are kept at a site, by name. */
export const keptLoads = (db: Db, siteId: string): Promise<readonly KeptLoadShown[]> =>
  db
    .selectFrom("keptLoad")
    .select(["id", "name", "load"])
    .where("siteId", "=", siteId)
    .orderBy("name")
    .execute();
