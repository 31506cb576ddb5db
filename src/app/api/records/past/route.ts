import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { importPast, importSchema } from "@/server/records/past";
import { zoneOf } from "@/server/sites/zone";

/** Records of a file from before the app, marked as such for ever. */
export const POST = route(async ({ request, person, at }) => {
  const siteId = siteWith(person, "settings");
  const where = { siteId, zone: await zoneOf(database(), siteId) };
  return importPast(database(), where, person.id, await bodyOf(request, importSchema), at);
});
