import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { isUuid } from "@/server/http/uuid";
import { askedIn, queryFor } from "./asked";

/** Searches one person keeps, at most. */
const most = 30;

export const viewSchema = z.strictObject({
  name: textField(1, "a name", 60),
  query: z.string().max(800),
});

/** Keeps a search under a name. */
export async function keepView(
  db: Db,
  personId: string,
  { name, query }: z.infer<typeof viewSchema>,
  at: Date,
): Promise<{ readonly id: string }> {
  const kept = await viewsOf(db, personId);
  if (kept.length >= most)
    throw new Problem(
      409,
      "too-many-views",
      `expected at most ${most} searches of one person; remove one first`,
    );
  const id = randomUUID();
  const { before: _, ...asked } = askedIn(Object.fromEntries(new URLSearchParams(query)));
  await db
    .insertInto("savedView")
    .values({ id, personId, name, query: queryFor(asked), madeAt: at })
    .execute();
  return { id };
}

export async function removeView(db: Db, personId: string, id: string): Promise<void> {
  const row = isUuid(id)
    ? await db
        .deleteFrom("savedView")
        .where("id", "=", id)
        .where("personId", "=", personId)
        .returning("id")
        .executeTakeFirst()
    : undefined;
  if (row === undefined) throw new Problem(404, "no-view", "expected a search of your own");
}

/** Searches somebody has kept, by name. */
export const viewsOf = (db: Db, personId: string) =>
  db
    .selectFrom("savedView")
    .select(["id", "name", "query"])
    .where("personId", "=", personId)
    .orderBy("name")
    .limit(most)
    .execute();
