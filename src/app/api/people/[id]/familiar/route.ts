import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireAt } from "@/server/people/access";
import { familiarSchema, makeFamiliar } from "@/server/people/familiar";

/** Somebody was shown a model, and signs here beside whoever showed it. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const siteId = await requireAt(database(), person, "familiarise", params.id);
  await makeFamiliar(database(), params.id, siteId, await bodyOf(request, familiarSchema), person, at);
});
