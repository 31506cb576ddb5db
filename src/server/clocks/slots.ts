import { randomUUID } from "node:crypto";
import { z } from "zod";
import { jobIds } from "@/core/vocabulary/jobs";
import type { Db } from "@/server/database/database";
import { textField } from "@/server/http/text";
import { lockUnit } from "@/server/ledger/append";

export const slotSchema = z.strictObject({
  job: z.enum(["examination", ...jobIds]),
  /** Null takes the day back. */
  plannedOn: z.iso.date().nullable(),
  who: textField(0, "who does it", 80),
});

/** Gives a job that is coming a day and somebody who does it, or takes that back. */
export async function setSlot(
  db: Db,
  unitId: string,
  personId: string,
  wanted: z.infer<typeof slotSchema>,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    await trx
      .insertInto("jobSlot")
      .values({ id: randomUUID(), unitId, ...wanted, setBy: personId, setAt: at })
      .execute();
  });
}
