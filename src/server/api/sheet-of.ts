import type { Sheet } from "@/core/sheet/sheet";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";

/** The sheet a request means: its own, or the latest version of one this server keeps. */
export async function sheetOf(
  db: Db,
  wanted: { readonly sheet?: Sheet | undefined; readonly sheetId?: string | undefined },
): Promise<Sheet> {
  if (wanted.sheet !== undefined && wanted.sheetId === undefined) return wanted.sheet;
  if (wanted.sheetId === undefined || wanted.sheet !== undefined)
    throw new Problem(400, "bad-input", "expected either `sheetId` or `sheet`, and not both");
  const row = await db
    .selectFrom("sheetVersion")
    .select("content")
    .where("sheetId", "=", wanted.sheetId)
    .orderBy("version", "desc")
    .executeTakeFirst();
  if (row === undefined)
    throw new Problem(404, "no-sheet", `expected a sheet from GET /api/v1/sheets, got ${wanted.sheetId}`);
  return row.content;
}
