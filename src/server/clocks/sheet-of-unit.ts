import { sheetOfUnit } from "@/core/sheet/overrides";
import type { Db } from "@/server/database/database";
import { figuresOf } from "@/server/units/figures";

/** A unit by its plate, with its sheet and its own figures; no sheet for one that has none yet. */
export async function unitSheetOf(db: Db, plate: string) {
  const unit = await db
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["u.id", "u.siteId", "v.content as sheet"])
    .where("u.plate", "=", plate)
    .executeTakeFirst();
  if (unit === undefined) return undefined;
  const { sheet, ...rest } = unit;
  return { ...rest, sheet: sheet === null ? null : sheetOfUnit(sheet, await figuresOf(db, unit.id)) };
}
