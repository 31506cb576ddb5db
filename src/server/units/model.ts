import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";

/** The site a unit is at, and the sheet of its model; a problem where it has none yet. */
export async function modelOf(
  db: Db,
  unitId: string,
): Promise<{ readonly siteId: string; readonly sheetId: string }> {
  const unit = await db
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["u.siteId", "v.sheetId"])
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  const { siteId, sheetId } = unit;
  if (sheetId === null)
    throw new Problem(409, "no-sheet", "expected a unit with a machine sheet; its owner adds one first");
  return { siteId, sheetId };
}
