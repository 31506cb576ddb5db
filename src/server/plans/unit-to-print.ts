import { sheetOfUnit } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import type { Policy } from "@/core/vocabulary/policy";
import type { Db } from "@/server/database/database";
import { minutesOf } from "@/server/inspections/minutes";
import { policyOfUnit } from "@/server/sites/policy";
import { figuresOf } from "@/server/units/figures";

export interface UnitToPrint {
  readonly plate: string;
  readonly serial: string;
  readonly siteId: string;
  readonly model: string;
  readonly policy: Policy;
  /** The clock of its site, minutes ahead of UTC. */
  readonly timeZone: string;
  /** With what the unit's own plate says instead of its model's sheet. */
  readonly sheet: Sheet;
  /** Minutes each check has really taken on this model. */
  readonly minutes: Readonly<Record<string, number>>;
}

/** What a unit's walk on paper is made from; undefined for a unit that is not there or has no sheet yet. */
export async function unitToPrint(db: Db, plate: string): Promise<UnitToPrint | undefined> {
  const row = await db
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .innerJoin("sheet as h", "h.id", "v.sheetId")
    .select([
      "u.id",
      "u.plate",
      "u.serial",
      "u.siteId",
      policyOfUnit("s", "u"),
      "s.timeZone",
      "v.sheetId",
      "v.content",
      "h.name as model",
    ])
    .where("u.plate", "=", plate)
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { id, sheetId, content, ...unit } = row;
  return {
    ...unit,
    sheet: sheetOfUnit(content, await figuresOf(db, id)),
    minutes: await minutesOf(db, sheetId),
  };
}
