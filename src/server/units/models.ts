import type { Sheet } from "@/core/sheet/sheet";
import type { Db } from "@/server/database/database";
import { minutesOf } from "@/server/inspections/minutes";

export interface ModelInUse {
  readonly versionId: string;
  readonly sheetId: string;
  readonly name: string;
  readonly sheet: Sheet;
  readonly plates: readonly string[];
  /** Minutes each check has really taken on this model. */
  readonly minutes: Readonly<Record<string, number>>;
}

/** The models of a site's units, in the version each unit uses, with the units. */
export async function modelsInUse(db: Db, siteId: string): Promise<readonly ModelInUse[]> {
  const units = await db
    .selectFrom("unit as u")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .innerJoin("sheet as s", "s.id", "v.sheetId")
    .select(["u.plate", "v.id as versionId", "s.id as sheetId", "s.name", "v.content as sheet"])
    .where("u.siteId", "=", siteId)
    .orderBy("u.plate")
    .execute();
  const models = new Map<string, ModelInUse>();
  for (const { plate, ...model } of units) {
    const known = models.get(model.versionId);
    models.set(
      model.versionId,
      known === undefined
        ? { ...model, plates: [plate], minutes: await minutesOf(db, model.sheetId) }
        : { ...known, plates: [...known.plates, plate] },
    );
  }
  return [...models.values()];
}
