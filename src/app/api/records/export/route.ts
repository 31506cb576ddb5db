import { database } from "@/server/database/database";
import { queryOf } from "@/server/http/page-query";
import { route } from "@/server/http/route";
import { streamed } from "@/server/http/streamed";
import { siteWith } from "@/server/people/session";
import { askedIn } from "@/server/records/asked";
import { exportOf } from "@/server/records/export";
import { zoneOf } from "@/server/sites/zone";

/** What is found, as CSV or as JSON Lines. */
export const GET = route(async ({ request, person, at }) => {
  const siteId = siteWith(person, "see");
  const query = queryOf(Object.fromEntries(new URL(request.url).searchParams));
  const form = query["form"] === "csv" ? "csv" : "jsonl";
  const where = { siteId, zone: await zoneOf(database(), siteId) };
  return streamed(exportOf(database(), where, askedIn(query), form), {
    "content-type": form === "csv" ? "text/csv; charset=utf-8" : "application/jsonl",
    "content-disposition": `attachment; filename="records-${at.toISOString().slice(0, 10)}.${form}"`,
  });
});
