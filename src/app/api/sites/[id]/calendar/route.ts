import { newCalendarSecret } from "@/server/clocks/calendar";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";

/** A new address for the site's calendar. */
export const POST = route<{ id: string }>(async ({ params, person, at }) => {
  requireRight(person, "settings", params.id);
  return newCalendarSecret(database(), params.id, person.id, at);
});
