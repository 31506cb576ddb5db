import type { Db, Trx } from "@/server/database/database";
import { asKept, fileToKeep } from "@/server/documents/file";
import { Problem } from "@/server/http/problem";

/** Of one unit. */
const mostDocuments = 500;

/** Keeps a report or certificate of a unit. */
export async function keepDocument(
  db: Db,
  unitId: string,
  personId: string,
  name: string,
  bytes: Buffer,
  at: Date,
): Promise<ReturnType<typeof asKept>> {
  const file = await fileToKeep(name, bytes);
  return db.transaction().execute(async (trx) => {
    const { count } = await trx
      .selectFrom("unitDocument")
      .select(({ fn }) => fn.countAll<string>().as("count"))
      .where("unitId", "=", unitId)
      .executeTakeFirstOrThrow();
    if (Number(count) >= mostDocuments)
      throw new Problem(409, "too-many-documents", `expected at most ${mostDocuments} documents of a unit`);
    await trx
      .insertInto("unitDocument")
      .values({ ...file, unitId, sentBy: personId, sentAt: at })
      .execute();
    return asKept(file);
  });
}

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
