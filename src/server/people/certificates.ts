import type { Db, Trx } from "@/server/database/database";
import { countAll, keepFile } from "@/server/documents/file";

/** Keeps the certificate or card that somebody's training stands on. */
export const keepCertificate = (
  db: Db,
  {
    personId,
    siteId,
    sentBy,
  }: { readonly personId: string; readonly siteId: string; readonly sentBy: string },
  name: string,
  bytes: Buffer,
  sentAt: Date,
) =>
  keepFile(db, name, bytes, {
    ...{ most: 100, whose: "a person" },
    count: async (trx) => {
      const all = trx.selectFrom("staffDocument").where("personId", "=", personId);
      return (await all.select(countAll).executeTakeFirstOrThrow()).count;
    },
    add: (trx, file) =>
      trx
        .insertInto("staffDocument")
        .values({ ...file, personId, siteId, sentBy, sentAt })
        .execute(),
  });

/** A certificate of somebody with its bytes. */
export const certificateOf = (db: Db | Trx, personId: string, id: string) =>
  db
    .selectFrom("staffDocument")
    .select(["name", "kind", "bytes"])
    .where("personId", "=", personId)
    .where("id", "=", id)
    .executeTakeFirst();
