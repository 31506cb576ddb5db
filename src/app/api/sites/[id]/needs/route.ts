import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { dropNeed, needSchema, noNeedSchema, setNeed } from "@/server/shift/needs";

/** A shift needs a unit. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "plan_shift", params.id);
  return { id: await setNeed(database(), params.id, person.id, await bodyOf(request, needSchema), at) };
});

/** A shift needs a unit no more. */
export const DELETE = route<{ id: string }>(async ({ request, params, person }) => {
  requireRight(person, "plan_shift", params.id);
  await dropNeed(database(), params.id, await bodyOf(request, noNeedSchema));
});
