import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { placesOf } from "@/server/places/read";
import { drawPlace, placePlanSchema } from "@/server/places/save";

/** The places of a site as they are drawn now. */
export const GET = route<{ id: string }>(async ({ params, person }) => {
  requireRight(person, "see", params.id);
  return { places: await placesOf(database(), params.id) };
});

/** Draws a place for the first time. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "draw_places", params.id);
  return drawPlace(database(), params.id, await bodyOf(request, placePlanSchema), person.id, at);
});
