import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { unfitOf } from "@/server/people/fit";
import { requireRight, type SignedIn } from "@/server/people/session";
import { rightFor } from "./access";
import { lockedInspection } from "./locked";

/**
 * Puts a person on an inspection that somebody else began: to share it, or to take it over. Each answers in their own
 * name, and any of them may sign. Whoever may not clear this unit by themselves does not join.
 */
export async function joinInspection(db: Db, id: string, person: SignedIn, at: Date): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const inspection = await lockedInspection(trx, id);
    requireRight(person, rightFor(inspection.scope.kind), inspection.siteId);
    if (inspection.sealed)
      throw new Problem(
        409,
        "already-signed",
        "this inspection is already signed; start a new one to look again",
      );
    const { untrained, unfamiliar } = await unfitOf(trx, [person.id], inspection.unitId, at);
    if (untrained.length > 0)
      throw new Problem(
        403,
        "not-trained",
        "expected a training record for this kind of unit that is in date; begin an inspection of your own, or tag the unit out if it must not be used",
      );
    if (unfamiliar.length > 0)
      throw new Problem(
        403,
        "not-familiar",
        "expected to be made familiar with this model first, as this yard asks: somebody who may show it signs on the unit's page beside you",
      );
    if (inspection.people.includes(person.id)) return;
    await trx
      .insertInto("inspectionPerson")
      .values({ inspectionId: id, personId: person.id, joinedAt: at })
      .execute();
  });
}
