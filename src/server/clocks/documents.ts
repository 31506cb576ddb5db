import type { Db, Trx } from "@/server/database/database";
import { countAll, keepFile } from "@/server/documents/file";
import { Problem } from "@/server/http/problem";

/** Keeps a report or certificate of a unit. */
export const keepDocument = (
  db: Db,
  unitId: string,
  sentBy: string,
  name: string,
  bytes: Buffer,
  sentAt: Date,
) =>
  keepFile(db, name, bytes, {
    ...{ most: 500, whose: "a unit" },
    count: async (trx) => {
      const all = trx.selectFrom("unitDocument").where("unitId", "=", unitId);
      return (await all.select(countAll).executeTakeFirstOrThrow()).count;
    },
    add: (trx, file) =>
      trx
        .insertInto("unitDocument")
        .values({ ...file, unitId, sentBy, sentAt })
        .execute(),
  });

/** A document of a unit with its bytes. */
export const documentOf = (db: Db, unitId: string, id: string) =>
  db
    .selectFrom("unitDocument")
    .select(["name", "kind", "bytes"])
    .where("unitId", "=", unitId)
    .where("id", "=", id)
    .executeTakeFirst();

/** Refuses a document that is none of this unit. */
export async function requireDocument(trx: Trx, unitId: string, id: string | null): Promise<void> {
  if (id === null) return;
  const known = await trx
    .selectFrom("unitDocument")
    .select("id")
    .where("id", "=", id)
    .where("unitId", "=", unitId)
    .executeTakeFirst();
  if (known === undefined)
    throw new Problem(400, "bad-input", "documentId: expected a document of this unit; send it again");
}
