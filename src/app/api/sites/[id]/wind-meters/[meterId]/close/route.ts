import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { closeMeter } from "@/server/wind/meters";

/** Takes a wind meter of a site away. */
export const POST = route<{ id: string; meterId: string }>(async ({ params, person, at }) => {
  requireRight(person, "settings", params.id);
  await closeMeter(database(), params.id, params.meterId, person.id, at);
});
