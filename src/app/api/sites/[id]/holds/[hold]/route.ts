import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { liftHold, liftSchema } from "@/server/retention/hold";

/** Lifts a legal hold, with a second person. */
export const POST = route<{ id: string; hold: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  const body = await bodyOf(request, liftSchema);
  await liftHold(database(), params.id, params.hold, body, person.id, at);
});
