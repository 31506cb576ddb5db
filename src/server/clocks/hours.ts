import { z } from "zod";
import type { InspectionEvent } from "@/core/record/events";
import { hoursRead } from "@/core/record/hours-read";
import { reduce } from "@/core/record/reduce";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { lockUnit } from "@/server/ledger/append";
import { setClocks } from "./keep";

/** What an hour meter can show. */
export const meterHours = z.number().min(0).max(999_999);

export const hourReadingSchema = z.strictObject({
  id: z.uuid(),
  hours: meterHours,
  /** When somebody stood before it; now, where it is not said. */
  observedAt: z.iso.datetime().optional(),
});

const dayMs = 86_400_000;

/** A moment a device says, no later than now: a clock that is ahead puts no reading into the future. */
const observed = (said: string | undefined, at: Date): Date => {
  const ms = said === undefined ? at.getTime() : Date.parse(said);
  return new Date(Number.isFinite(ms) ? Math.min(ms, at.getTime()) : at.getTime());
};

/** Notes what an hour meter shows. A reading that cannot be is kept all the same, and counts for no clock. */
export async function noteReading(
  db: Db,
  unitId: string,
  personId: string,
  { id, hours, observedAt }: z.infer<typeof hourReadingSchema>,
  at: Date,
): Promise<void> {
  const when = observed(observedAt, at);
  if (when.getTime() < at.getTime() - 400 * dayMs)
    throw new Problem(400, "bad-input", "observedAt: expected a day within the last year");
  await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    await trx
      .insertInto("hourReading")
      .values({ id, unitId, observedAt: when, hours, readBy: personId, inspectionId: null, recordedAt: at })
      .onConflict((oc) => oc.doNothing())
      .execute();
    await setClocks(trx, unitId, at);
  });
}

/** Notes what a walk read off the hour meter. Called as it is signed, under the unit's lock and before it is judged. */
export async function noteWalkReadings(
  trx: Trx,
  inspection: {
    readonly id: string;
    readonly unitId: string;
    readonly personId: string;
    readonly startedAt: Date;
  },
  events: readonly InspectionEvent[],
  at: Date,
): Promise<void> {
  const read = hoursRead(reduce(events)).filter(({ hours }) => meterHours.safeParse(hours).success);
  if (read.length === 0) return;
  // A device's clock may be years wrong: the walk was made between its beginning and now.
  const within = (said: string) =>
    new Date(Math.max(inspection.startedAt.getTime(), observed(said, at).getTime()));
  await trx
    .insertInto("hourReading")
    .values(
      read.map(({ id, at: said, hours, by }) => ({
        ...{ id, unitId: inspection.unitId, observedAt: within(said), hours },
        ...{ readBy: by ?? inspection.personId, inspectionId: inspection.id, recordedAt: at },
      })),
    )
    .onConflict((oc) => oc.doNothing())
    .execute();
  await setClocks(trx, inspection.unitId, at);
}

export const voidSchema = z.strictObject({
  why: textField(3, "why, in a few words", 400),
});

/** Takes a reading that was wrong out of the count, by somebody who says why. It is kept. */
export async function voidReading(
  db: Db,
  unitId: string,
  readingId: string,
  personId: string,
  { why }: z.infer<typeof voidSchema>,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const reading = await trx
      .selectFrom("hourReading")
      .select("id")
      .where("id", "=", readingId)
      .where("unitId", "=", unitId)
      .executeTakeFirst();
    if (reading === undefined)
      throw new Problem(404, "no-reading", "expected a reading of this unit's hour meter");
    await trx
      .insertInto("readingVoid")
      .values({ readingId, unitId, voidedBy: personId, voidedAt: at, why })
      .onConflict((oc) => oc.doNothing())
      .execute();
    await setClocks(trx, unitId, at);
  });
}
