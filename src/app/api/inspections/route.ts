import { elsewhereSchema } from "@/contract/start";
import type { StartAnswer } from "@/contract/walk";
import { database } from "@/server/database/database";
import { signerOf } from "@/server/devices/keys";
import { Problem } from "@/server/http/problem";
import { inForm, jsonOf, openRoute } from "@/server/http/route";
import { rightFor } from "@/server/inspections/access";
import { startElsewhere, startInspection, startSchema, underWay } from "@/server/inspections/start";
import { notSignedIn, requireRight, whoIs } from "@/server/people/session";

/**
 * Begins an inspection, or notes one begun on a device, in the name of whoever signed it there: that one is taken whatever
 * its person may do now, since what it found must hold. Whether they may answer is asked of its events.
 */
export const POST = openRoute(async ({ request, at }): Promise<StartAnswer> => {
  const db = database();
  const session = await whoIs(request.headers, at);
  const json = await jsonOf(request);
  const elsewhere = elsewhereSchema.safeParse(json);
  if (elsewhere.success) {
    const { signed, ...begun } = elsewhere.data;
    const by = await signerOf(db, "start", begun, signed);
    const personId = by?.key.personId ?? session?.id;
    if (personId === undefined) throw notSignedIn();
    if (personId !== begun.word.personId)
      throw new Problem(403, "not-yours", "expected whoever began this inspection on the tablet to sign in");
    return { id: await startElsewhere(db, personId, begun, at) };
  }
  if (session === undefined) throw notSignedIn();
  const wanted = inForm(json, startSchema);
  const unit = await db
    .selectFrom("unit")
    .select("siteId")
    .where("id", "=", wanted.unitId)
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", "expected a unit of the pool; pick one from the list");
  requireRight(session, rightFor(wanted.scope), unit.siteId);
  const other = wanted.ask === true ? await underWay(db, wanted, session.id, at) : undefined;
  return other === undefined
    ? { id: await startInspection(db, session.id, wanted, at) }
    : { underWay: other };
});
