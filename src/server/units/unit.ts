import { sql } from "kysely";
import { practiceOf } from "@/core/vocabulary/practice";
import { unsignedFaults } from "@/server/book/faults";
import type { Db } from "@/server/database/database";
import { policyOfUnit } from "@/server/sites/policy";
import { surveysOf } from "@/server/surveys/one";
import { figureClaims, figuresOf } from "./figures";
import { standings } from "./standing";

/** Inspections on a page of a unit's history. */
const onPage = 28;

/** One unit: where it stands, what is open on it, and what has been recorded; of its inspections those before a moment. */
export async function unitDetail(db: Db, plate: string, at: Date, before?: Date) {
  const unit = await db
    .selectFrom("unit as u")
    .innerJoin("site as t", "t.id", "u.siteId")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .leftJoin("sheet as h", "h.id", "v.sheetId")
    .select([
      "u.id",
      "u.plate",
      "u.siteId",
      "u.family",
      "u.serial",
      "u.examinationDue",
      "u.retiredAt",
      "v.content as sheet",
      "v.version",
      policyOfUnit("t", "u"),
      "h.name as sheetName",
      "h.id as sheetId",
      sql<boolean>`is_under_hold(u.id)`.as("onHold"),
    ])
    .where("u.plate", "=", plate)
    .executeTakeFirst();
  if (unit === undefined) return undefined;
  const [standing, history, findings, tags, topUps, claims, ownFigures, unsigned, surveys] =
    await Promise.all([
      standings(db, [unit.id], at),
      db
        .selectFrom("seal as s")
        .innerJoin("person as p", "p.id", "s.signedBy")
        .select(["s.inspectionId", "s.outcome", "s.scope", "s.signedAt", "s.startedAt", "p.name as by"])
        .where("s.unitId", "=", unit.id)
        .$if(before !== undefined, (all) => all.where("s.signedAt", "<", before ?? at))
        .orderBy("s.signedAt", "desc")
        .limit(onPage + 1)
        .execute(),
      db
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
        .execute(),
      db
        .selectFrom("standingTag")
        .select(["id", "number", "reason", "raisedAt"])
        .where("unitId", "=", unit.id)
        .orderBy("number")
        .execute(),
      db
        .selectFrom("finding")
        .select(["checkKey", "putRight", "foundAt"])
        .where("unitId", "=", unit.id)
        .where("putRight", "is not", null)
        .orderBy("foundAt", "desc")
        .limit(8)
        .execute(),
      figureClaims(db, unit.id),
      figuresOf(db, unit.id),
      unit.policy.grading === "log_book" ? unsignedFaults(db, unit.id) : 0,
      surveysOf(db, unit.id, at, 5),
    ]);
  const own = standing.get(unit.id);
  if (own === undefined) return undefined;
  const { policy, ...rest } = unit;
  return {
    ...{
      ...rest,
      practice: practiceOf(policy),
      standing: own,
      unsigned,
      surveys,
      findings,
      tags,
      topUps,
      figureClaims: claims,
      ownFigures,
    },
    history: history.slice(0, onPage),
    /** Whether there are inspections before these. */
    more: history.length > onPage,
  };
}
