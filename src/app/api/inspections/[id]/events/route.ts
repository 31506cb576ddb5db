import { database } from "@/server/database/database";
import { jsonOf, route } from "@/server/http/route";
import { requireOwnInspection } from "@/server/inspections/access";
import { ingest } from "@/server/inspections/ingest";

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await requireOwnInspection(database(), params.id, person);
  return ingest(database(), params.id, person.id, await jsonOf(request), at);
});
