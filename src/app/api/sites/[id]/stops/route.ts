import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { standingStops, stopForConditions, stopSchema } from "@/server/stops/stop";

/** The stops for conditions that stand at a site. */
export const GET = route<{ id: string }>(async ({ params, person, at }) => {
  requireRight(person, "see", params.id);
  return { stops: await standingStops(database(), params.id, at) };
});

/** Stops a whole site for conditions: anybody who is there may. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "see", params.id);
  const stop = await bodyOf(request, stopSchema);
  await stopForConditions(database(), { siteId: params.id }, stop, person.id, at);
});
