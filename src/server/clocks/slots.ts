import { randomUUID } from "node:crypto";
import { z } from "zod";
import { isStorable } from "@/core/record/events";
import { jobIds } from "@/core/vocabulary/jobs";
import type { Db } from "@/server/database/database";
import { lockUnit } from "@/server/ledger/append";

export const slotSchema = z.strictObject({
  job: z.enum(["examination", ...jobIds]),
  /** Null takes the day back. */
  plannedOn: z.iso.date().nullable(),
  who: z.string().trim().max(80).refine(isStorable, "expected text without NUL or half characters"),
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
