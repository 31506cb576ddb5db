import type { Selectable } from "kysely";
import type { Database } from "@/server/database/tables";
import type { Entry } from "@/server/ledger/append";

/** The ledger's account of tags that have been raised. */
export function tagEntries(tags: readonly Selectable<Database["tag"]>[]): readonly Entry[] {
  return tags.map((tag) => ({
    unitId: tag.unitId,
    kind: "tag",
    subjectId: tag.id,
    at: tag.raisedAt,
    document: {
      number: tag.number,
      reason: tag.reason,
      note: tag.note,
      raisedBy: tag.raisedBy,
      findingId: tag.findingId,
      raw: tag.raw,
      ...(tag.signed !== null && { signed: tag.signed }),
    },
  }));
}
