import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { closePlace, redrawPlace, redrawSchema } from "@/server/places/save";

/** Draws a place anew. */
export const PUT = route<{ id: string; place: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "draw_places", params.id);
  const redrawn = await bodyOf(request, redrawSchema);
  await redrawPlace(database(), params.id, params.place, redrawn, person.id, at);
});

/** Says that a place is there no more. */
export const DELETE = route<{ id: string; place: string }>(async ({ params, person, at }) => {
  requireRight(person, "draw_places", params.id);
  await closePlace(database(), params.id, params.place, person.id, at);
});
