import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireAt } from "@/server/people/access";
import { changeStaff, isTraining, staffChangeSchema } from "@/server/people/staff";

/** Changes somebody's place at the site: an owner all of it, a trainer or supervisor their training. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const siteId = await requireAt(database(), person, "train", params.id);
  const change = await bodyOf(request, staffChangeSchema);
  if (!isTraining(change)) await requireAt(database(), person, "settings", params.id);
  return changeStaff(database(), params.id, siteId, change, person.id, at);
});
