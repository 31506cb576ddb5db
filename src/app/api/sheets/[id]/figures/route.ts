import { figuresToCsv } from "@/core/sheet/figures-csv";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { sheetDetail } from "@/server/sheets/read";

/** The figures of the latest version as CSV. */
export const GET = route<{ id: string }>(async ({ params, person }) => {
  siteWith(person, "see");
  const found = await sheetDetail(database(), params.id);
  if (found === undefined)
    throw new Problem(404, "no-sheet", `expected a sheet of this yard, got ${params.id}`);
  return new Response(figuresToCsv(found.sheet), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="${found.id}-v${found.version}-figures.csv"`,
    },
  });
});
