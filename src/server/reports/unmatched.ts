import { createHash, randomUUID } from "node:crypto";
import type { Db } from "@/server/database/database";

/** A request to tag out whose unit cannot be told: kept, and shown on every screen until somebody says which it is. */
export async function keepUnmatched(
  db: Db,
  typed: string,
  personId: string,
  body: string,
  at: Date,
): Promise<string> {
  const id = randomUUID();
  const raw = Buffer.from(JSON.stringify({ typed, body }), "utf8");
  await db.transaction().execute((trx) =>
    trx
      .insertInto("heldReport")
      .values({
        id,
        unitId: null,
        inspectionId: null,
        kind: "unmatched_tag",
        problem: `asked to tag out ${JSON.stringify(typed).slice(0, 120)}, which is no unit of the pool`,
        raw,
        rawHash: createHash("sha256").update(raw).digest("hex"),
        sentBy: personId,
        receivedAt: at,
      })
      .execute(),
  );
  return id;
}
