import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireReportRight } from "@/server/reports/access";
import { matchRequest, matchSchema } from "@/server/reports/match";

/** Hanging a tag needs an identity and nothing else; saying that a request meant this unit is hanging one. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await requireReportRight(database(), params.id, person);
  const { unitId } = await bodyOf(request, matchSchema);
  return matchRequest(database(), params.id, unitId, person.id, at);
});
