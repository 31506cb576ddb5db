import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireOwnInspection } from "@/server/inspections/access";
import { signInspection, signSchema } from "@/server/inspections/sign";

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await requireOwnInspection(database(), params.id, person);
  return signInspection(database(), params.id, person.id, await bodyOf(request, signSchema), at);
});
