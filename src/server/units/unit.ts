import type { Db } from "@/server/database/database";
import { figureClaims, figuresOf } from "./figures";
import { standings } from "./standing";

/** One unit: where it stands, what is open on it, and what has been recorded. */
export async function unitDetail(db: Db, plate: string, at: Date) {
  const unit = await db
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .leftJoin("sheet as h", "h.id", "v.sheetId")
    .select([
      "u.id",
      "u.plate",
      "u.siteId",
      "u.family",
      "u.serial",
      "u.examinationDue",
      "v.content as sheet",
      "v.version",
      "h.name as sheetName",
      "h.id as sheetId",
    ])
    .where("u.plate", "=", plate)
    .executeTakeFirst();
  if (unit === undefined) return undefined;
  const standing = (await standings(db, [unit.id], at)).get(unit.id);
  if (standing === undefined) return undefined;
  const history = await db
    .selectFrom("seal as s")
    .innerJoin("person as p", "p.id", "s.signedBy")
    .select(["s.inspectionId", "s.outcome", "s.scope", "s.signedAt", "s.startedAt", "p.name as by"])
    .where("s.unitId", "=", unit.id)
    .orderBy("s.signedAt", "desc")
    .limit(28)
    .execute();
  const findings = await db
    .selectFrom("openMatter as f")
    .innerJoin("finding as of", "of.id", "f.id")
    .innerJoin("person as p", "p.id", "f.foundBy")
    .select([
      "f.id",
      "f.checkKey",
      "f.condition",
      "f.grade",
      "f.place",
      "f.rule",
      "f.note",
      "f.foundAt",
      "f.repairBy",
      "p.name as by",
      "of.whereOnIt",
      "of.sizeMm",
    ])
    .where("f.unitId", "=", unit.id)
    .orderBy("f.foundAt", "desc")
    .limit(40)
    .execute();
  const tags = await db
    .selectFrom("standingTag")
    .select(["id", "number", "reason", "raisedAt"])
    .where("unitId", "=", unit.id)
    .orderBy("number")
    .execute();
  const topUps = await db
    .selectFrom("finding")
    .select(["checkKey", "putRight", "foundAt"])
    .where("unitId", "=", unit.id)
    .where("putRight", "is not", null)
    .orderBy("foundAt", "desc")
    .limit(8)
    .execute();
  return {
    ...unit,
    standing,
    history,
    findings,
    tags,
    topUps,
    figureClaims: await figureClaims(db, unit.id),
    ownFigures: await figuresOf(db, unit.id),
  };
}

/** The pool of a site with where each unit stands. */
export async function pool(db: Db, siteId: string, at: Date) {
  const units = await db
    .selectFrom("unit")
    .select(["id", "plate", "family", "serial", "examinationDue", "sheetVersionId"])
    .where("siteId", "=", siteId)
    .orderBy("plate")
    .execute();
  const standing = await standings(
    db,
    units.map((u) => u.id),
    at,
  );
  return units.map((u) => ({ ...u, standing: standing.get(u.id) }));
}
