import type { Db, Trx } from "@/server/database/database";
import { asKept, fileToKeep } from "@/server/documents/file";
import { Problem } from "@/server/http/problem";

/** Of one person. */
const mostCertificates = 100;

/** Keeps the certificate or card that somebody's training stands on. */
export async function keepCertificate(
  db: Db,
  personId: string,
  siteId: string,
  sentBy: string,
  name: string,
  bytes: Buffer,
  at: Date,
): Promise<ReturnType<typeof asKept>> {
  const file = await fileToKeep(name, bytes);
  return db.transaction().execute(async (trx) => {
    const { count } = await trx
      .selectFrom("staffDocument")
      .select(({ fn }) => fn.countAll<string>().as("count"))
      .where("personId", "=", personId)
      .executeTakeFirstOrThrow();
    if (Number(count) >= mostCertificates)
      throw new Problem(
        409,
        "too-many-documents",
        `expected at most ${mostCertificates} documents of a person`,
      );
    await trx
      .insertInto("staffDocument")
      .values({ ...file, personId, siteId, sentBy, sentAt: at })
      .execute();
    return asKept(file);
  });
}

/** A certificate of somebody with its bytes. */
export const certificateOf = (db: Db | Trx, personId: string, id: string) =>
  db
    .selectFrom("staffDocument")
    .select(["name", "kind", "bytes"])
    .where("personId", "=", personId)
    .where("id", "=", id)
    .executeTakeFirst();
