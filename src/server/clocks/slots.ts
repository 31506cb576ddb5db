import { randomUUID } from "node:crypto";
import { z } from "zod";
import { handsFor, jobIds } from "@/core/vocabulary/jobs";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { lockUnit } from "@/server/ledger/append";
import { inspectorsOf } from "@/server/shift/people";

export const slotSchema = z.strictObject({
  job: z.enum(["examination", ...jobIds]),
  /** Null takes the day back. */
  plannedOn: z.iso.date().nullable(),
  who: textField(0, "who does it", 80),
  /** How long the unit is away for it: with it a job stands in the plan of its shift. */
  minutes: z.number().int().min(1).max(720).nullable().default(null),
  /** Who of the site does it; null: whoever may, or who comes for it. */
  personId: z.uuid().nullable().default(null),
});

/** Gives a job that is coming a day and somebody who does it, or takes that back. */
export async function setSlot(
  db: Db,
  unitId: string,
  byPerson: string,
  { minutes = null, personId = null, ...wanted }: z.input<typeof slotSchema>,
  at: Date,
): Promise<void> {
  const id = randomUUID();
  if (
    wanted.plannedOn !== null &&
    minutes !== null &&
    wanted.who === "" &&
    handsFor({ job: wanted.job, personId }) === "outside"
  )
    throw new Problem(
      400,
      "bad-input",
      "who: expected who comes for it, got nothing; name the examiner or the firm",
    );
  await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    await trx
      .insertInto("jobSlot")
      .values({ id, unitId, ...wanted, setBy: byPerson, setAt: at })
      .execute();
    if (minutes === null || wanted.plannedOn === null) return;
    if (personId !== null) await requireInspector(trx, unitId, personId);
    await trx.insertInto("slotWork").values({ slotId: id, minutes, personId }).execute();
  });
}

async function requireInspector(trx: Trx, unitId: string, personId: string): Promise<void> {
  const { siteId } = await trx
    .selectFrom("unit")
    .select("siteId")
    .where("id", "=", unitId)
    .executeTakeFirstOrThrow();
  const known = (await inspectorsOf(trx, siteId)).some(({ id }) => id === personId);
  if (!known) throw new Problem(404, "no-person", "expected somebody of this site who inspects");
}
