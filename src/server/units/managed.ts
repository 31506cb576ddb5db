import type { Db } from "@/server/database/database";

/** A unit as its owner manages it, with what has changed of its place in the pool. */
export async function managedUnit(db: Db, plate: string) {
  const unit = await db
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .leftJoin("sheet as s", "s.id", "v.sheetId")
    .select(["u.id", "u.plate", "u.siteId", "u.family", "u.retiredAt", "v.sheetId", "s.name as sheetName"])
    .where("u.plate", "=", plate)
    .executeTakeFirst();
  if (unit === undefined) return undefined;
  const changes = await db
    .selectFrom("unitChange as c")
    .innerJoin("person as p", "p.id", "c.byPerson")
    .leftJoin("person as q", "q.id", "c.confirmedBy")
    .select(["c.kind", "c.detail", "c.at", "p.name as by", "q.name as second"])
    .where("c.unitId", "=", unit.id)
    .orderBy("c.no", "desc")
    .limit(40)
    .execute();
  const { retiredAt, ...rest } = unit;
  return {
    ...rest,
    retired: retiredAt !== null,
    changes: changes.map(({ kind, detail, at, by, second }) => ({
      ...{ kind, atMs: at.getTime(), by, second },
      why: typeof detail["why"] === "string" ? detail["why"] : "",
    })),
  };
}
