import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireOwnInspection } from "@/server/inspections/access";
import { decisionFacts } from "@/server/inspections/facts";
import { findInspection } from "@/server/inspections/model";
import { noInspection } from "@/server/inspections/no-inspection";
import { eventsOf } from "@/server/inspections/sign";
import { headOf } from "@/server/ledger/append";

export const GET = route<{ id: string }>(async ({ params, person, at }) => {
  const db = database();
  await requireOwnInspection(db, params.id, person);
  const inspection = await findInspection(db, params.id);
  if (inspection === undefined) throw noInspection(params.id);
  // The head first: a device may say it has seen less than it was shown, never more.
  const head = await headOf(db, inspection.unitId);
  const events = await eventsOf(db, inspection.id);
  return { head, facts: await decisionFacts(db, inspection, events, person.id, at) };
});
