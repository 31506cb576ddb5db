import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { sheetDetail } from "@/server/sheets/read";

/** The latest version as a JSON file (docs/formats/sheet.md). */
export const GET = route<{ id: string }>(async ({ params, person }) => {
  siteWith(person, "see");
  const found = await sheetDetail(database(), params.id);
  if (found === undefined)
    throw new Problem(404, "no-sheet", `expected a sheet of this yard, got ${params.id}`);
  return new Response(`${JSON.stringify(found.sheet, null, 2)}\n`, {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${found.id}-v${found.version}.json"`,
    },
  });
});
