import { z } from "zod";
import { chargerLamps } from "@/core/vocabulary/charging";
import type { Db } from "@/server/database/database";
import { textField } from "@/server/http/text";

export const chargeSchema = z.strictObject({
  id: z.uuid(),
  /** Hours on charge. */
  hours: z.number().gt(0).max(200),
  /** Distilled water topped up, litres. */
  waterL: z.number().min(0).max(100).nullable(),
  lamp: z.enum(chargerLamps),
  note: textField(0, "a note", 400).optional(),
});

/** Notes a charge of a unit's battery. The same twice is one. */
export async function noteCharge(
  db: Db,
  unitId: string,
  personId: string,
  { note, ...charge }: z.infer<typeof chargeSchema>,
  at: Date,
): Promise<void> {
  await db.transaction().execute((trx) =>
    trx
      .insertInto("charge")
      .values({ ...charge, unitId, note: note ?? null, endedAt: at, notedBy: personId, notedAt: at })
      .onConflict((oc) => oc.doNothing())
      .execute(),
  );
}
