import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { requireOwnInspection } from "@/server/inspections/access";
import { decisionFacts } from "@/server/inspections/facts";
import { findInspection } from "@/server/inspections/model";

export const GET = route<{ id: string }>(async ({ params, person, at }) => {
  await requireOwnInspection(database(), params.id, person);
  const inspection = await findInspection(database(), params.id);
  if (inspection === undefined)
    throw new Problem(404, "no-inspection", "expected an inspection that was started here");
  return decisionFacts(database(), inspection, person.id, at);
});
