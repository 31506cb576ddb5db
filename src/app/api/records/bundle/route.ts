import { Readable } from "node:stream";
import { createGzip } from "node:zlib";
import { z } from "zod";
import { database } from "@/server/database/database";
import { queryOf } from "@/server/http/page-query";
import { inForm, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { bundleOf } from "@/server/records/bundle";
import { zoneOf } from "@/server/sites/zone";

const days = z.strictObject({ from: z.iso.date(), to: z.iso.date() });

/** The ledgers of the site between two days, to be checked without this app. */
export const GET = route(async ({ request, person, at }) => {
  const siteId = siteWith(person, "see");
  const { from, to } = queryOf(Object.fromEntries(new URL(request.url).searchParams));
  const asked = inForm({ from, to }, days);
  const where = { siteId, zone: await zoneOf(database(), siteId) };
  const lines = Readable.from(bundleOf(database(), where, asked, at)).pipe(createGzip());
  return new Response(Readable.toWeb(lines) as ReadableStream, {
    headers: {
      "content-type": "application/gzip",
      "content-disposition": `attachment; filename="ledgers-${asked.from}-${asked.to}.jsonl.gz"`,
      "cache-control": "no-store",
    },
  });
});
