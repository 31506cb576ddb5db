import { database } from "@/server/database/database";
import { momentOf } from "@/server/http/page-query";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { windOfSite } from "@/server/wind/read";

/** What the wind meters of a site show, all of it or what came after a moment, and what the surveys in effect there allow. */
export const GET = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "see", params.id);
  const since = momentOf(new URL(request.url).searchParams.get("since") ?? undefined);
  return windOfSite(database(), params.id, at, since);
});
