import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { saveSchema, saveSheet } from "@/server/sheets/save";

/** A new version of a sheet. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  siteWith(person, "settings");
  return saveSheet(database(), person.id, params.id, await bodyOf(request, saveSchema), at);
});
