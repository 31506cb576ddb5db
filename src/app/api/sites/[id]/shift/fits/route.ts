import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { othersFor } from "@/server/shift/swap";

/** Which units could do a crew's work, and what keeps the others from it. */
export const GET = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "see", params.id);
  return othersFor(database(), params.id, new URL(request.url).searchParams.get("need") ?? "", at);
});
