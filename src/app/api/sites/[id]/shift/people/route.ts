import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { presenceSchema, setPresence } from "@/server/shift/people";

/** Somebody is away from a shift, or there for a part of it. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "plan_shift", params.id);
  await setPresence(database(), params.id, person.id, await bodyOf(request, presenceSchema), at);
});
