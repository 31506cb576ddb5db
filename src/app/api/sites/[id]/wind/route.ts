import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { windOfSite } from "@/server/wind/read";

/** What the wind meters of a site show, and what the surveys in effect there allow. */
export const GET = route<{ id: string }>(async ({ params, person, at }) => {
  requireRight(person, "see", params.id);
  return windOfSite(database(), params.id, at);
});
