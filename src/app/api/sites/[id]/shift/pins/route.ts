import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { dropPin, pinSchema, setPin, unpinSchema } from "@/server/shift/pins";

/** How a shift's plan must be in one matter. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "plan_shift", params.id);
  await setPin(database(), params.id, person.id, await bodyOf(request, pinSchema), at);
});

/** That is taken back. */
export const DELETE = route<{ id: string }>(async ({ request, params, person }) => {
  requireRight(person, "plan_shift", params.id);
  await dropPin(database(), params.id, await bodyOf(request, unpinSchema));
});
