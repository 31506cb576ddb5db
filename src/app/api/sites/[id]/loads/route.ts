import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { keepLoad, loadSchema } from "@/server/surveys/loads";

/** Keeps what a crew takes up under a name. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "inspect", params.id);
  await keepLoad(database(), params.id, await bodyOf(request, loadSchema), person.id, at);
});
