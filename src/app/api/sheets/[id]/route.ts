import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireForSheet } from "@/server/sheets/access";
import { saveSchema, saveSheet } from "@/server/sheets/save";

/** A new version of a sheet. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  await requireForSheet(database(), person, "settings", params.id);
  return saveSheet(database(), person.id, params.id, await bodyOf(request, saveSchema), at);
});
