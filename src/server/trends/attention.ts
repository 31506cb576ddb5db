import type { InspectionEvent } from "@/core/record/events";
import { type Attention, attentionByStop } from "@/core/underway/pace";
import type { Db } from "@/server/database/database";
import { unpackEvents } from "@/server/ledger/kept-events";

/** Walks it is summed over. */
const latest = 12;

/** What somebody's own latest full walks gave each stop; of walks shared with somebody else their own answers alone. For their eyes. */
export async function ownAttention(
  db: Db,
  personId: string,
): Promise<{ readonly walks: number; readonly stops: readonly Attention[] }> {
  const rows = await db
    .selectFrom("seal as s")
    .innerJoin("keptEvents as k", (on) =>
      on.onRef("k.unitId", "=", "s.unitId").onRef("k.position", "=", "s.ledgerPosition"),
    )
    .innerJoin("inspection as i", "i.id", "s.inspectionId")
    .select(["k.packed", "i.personId as begunBy"])
    .where("s.signedBy", "=", personId)
    .where("s.scope", "=", "full")
    .orderBy("s.signedAt", "desc")
    .limit(latest)
    .execute();
  const walks = rows.map(({ packed, begunBy }) =>
    (unpackEvents(packed) as unknown as readonly InspectionEvent[]).filter(
      ({ by }) => (by ?? begunBy) === personId,
    ),
  );
  return { walks: walks.length, stops: attentionByStop(walks) };
}
