import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { createSheet, saveSchema } from "@/server/sheets/save";

/** A new sheet, typed in or from a file. */
export const POST = route(async ({ request, person, at }) => {
  siteWith(person, "settings");
  const { sheet, note } = await bodyOf(request, saveSchema);
  return createSheet(database(), person.id, sheet, note, at);
});
