import { differences } from "@/core/sheet/difference";
import type { Db } from "@/server/database/database";

/** Every sheet in its latest version, with how many units use it and how much waits for a second person. */
export async function allSheets(db: Db) {
  const rows = await db
    .selectFrom("sheetVersion as v")
    .innerJoin("sheet as s", "s.id", "v.sheetId")
    .distinctOn("v.sheetId")
    .select(({ selectFrom }) => [
      "s.id",
      "s.name",
      "s.family",
      "v.version",
      "v.content as sheet",
      selectFrom("unit as u")
        .innerJoin("sheetVersion as o", "o.id", "u.sheetVersionId")
        .whereRef("o.sheetId", "=", "s.id")
        .select(({ fn }) => fn.countAll<string>().as("n"))
        .as("units"),
      selectFrom("sheetClaim as c")
        .whereRef("c.sheetId", "=", "s.id")
        .where("c.confirmedAt", "is", null)
        .where("c.withdrawnAt", "is", null)
        .select(({ fn }) => fn.countAll<string>().as("n"))
        .as("waiting"),
    ])
    .orderBy("v.sheetId")
    .orderBy("v.version", "desc")
    .execute();
  return rows.map((row) => ({ ...row, units: Number(row.units), waiting: Number(row.waiting) }));
}

/** One sheet with its versions, newest first, each with what it changed, its units and what waits. */
export async function sheetDetail(db: Db, id: string) {
  const versions = await db
    .selectFrom("sheetVersion as v")
    .leftJoin("person as p", "p.id", "v.madeBy")
    .select(["v.version", "v.content", "v.createdAt", "v.note", "p.name as by"])
    .where("v.sheetId", "=", id)
    .orderBy("v.version", "desc")
    .execute();
  const [latest] = versions;
  if (latest === undefined) return undefined;
  const claims = await db
    .selectFrom("sheetClaim as c")
    .innerJoin("person as p", "p.id", "c.enteredBy")
    .select([
      "c.id",
      "c.feature",
      "c.weakens",
      "c.manualPage",
      "c.content",
      "c.enteredBy",
      "c.enteredAt",
      "p.name as by",
    ])
    .where("c.sheetId", "=", id)
    .where("c.confirmedAt", "is", null)
    .where("c.withdrawnAt", "is", null)
    // A whole change first: a feature settled before it would make it one over an earlier version.
    .orderBy((eb) => eb("c.feature", "is not", null))
    .orderBy("c.enteredAt")
    .execute();
  const units = await db
    .selectFrom("unit as u")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["u.plate", "u.serial"])
    .where("v.sheetId", "=", id)
    .orderBy("u.plate")
    .execute();
  return {
    id,
    sheet: latest.content,
    version: latest.version,
    versions: versions.map(({ content, ...version }, i) => {
      const before = versions[i + 1]?.content;
      return { ...version, changes: before === undefined ? undefined : differences(before, content) };
    }),
    claims,
    units,
  };
}

export type SheetDetail = NonNullable<Awaited<ReturnType<typeof sheetDetail>>>;
