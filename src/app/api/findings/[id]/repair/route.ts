import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { findingRepairSchema, repairFinding, siteOfFinding } from "@/server/units/finding-repair";

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const siteId = await siteOfFinding(database(), params.id);
  if (siteId === undefined)
    throw new Problem(404, "no-finding", "expected a finding of the pool; open it from its unit");
  requireRight(person, "repair", siteId);
  const repair = await bodyOf(request, findingRepairSchema);
  await repairFinding(database(), params.id, person.id, repair, at);
});
