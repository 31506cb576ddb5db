import { sql } from "kysely";
import type { Db } from "@/server/database/database";

/** Names by id, of those among these who are somebody: what a device says may be anything. */
export async function namesOf(db: Db, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectFrom("person")
    .select(["id", "name"])
    .where(sql<string>`id::text`, "in", ids)
    .execute();
  return new Map(rows.map(({ id, name }) => [id, name]));
}
