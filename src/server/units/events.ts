import { z } from "zod";
import type { Touches } from "@/core/evidence/touches";
import {
  touchedByHandOver,
  touchedByUse,
  type UnitEventKind,
  unitEventKinds,
} from "@/core/evidence/unit-events";
import { fits, hourLog } from "@/core/periodic/hours";
import { meterHours } from "@/server/clocks/hours";
import { hourLogOf, refuseOdd, setClocks } from "@/server/clocks/keep";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { policyOfUnit } from "@/server/sites/policy";

export const unitEventSchema = z
  .strictObject({
    id: z.uuid(),
    kind: z.enum(unitEventKinds),
    note: textField(0, "a note", 1000).optional(),
    /** Of an hour meter that was replaced: what the old one showed last, what the new one began with, and when; now, where not said. */
    meter: z
      .strictObject({ oldHours: meterHours, newHours: meterHours, exchangedAt: z.iso.datetime().optional() })
      .optional(),
  })
  .refine(({ kind, meter }) => (kind === "meter_replaced") === (meter !== undefined), {
    path: ["meter"],
    message:
      "expected what the old hour meter showed last and what the new one began with, of a meter replaced and of nothing else",
  });

export type UnitEventWanted = z.infer<typeof unitEventSchema>;

/** Records what happened to a unit; what it touches is to be answered again. The same event twice is one. */
export async function recordUnitEvent(
  db: Db,
  unitId: string,
  personId: string,
  event: UnitEventWanted,
  at: Date,
): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    const unit = await trx.selectFrom("unit").select("id").where("id", "=", unitId).executeTakeFirst();
    if (unit === undefined) throw new Problem(404, "no-unit", "expected a unit of the pool");
    await lockUnit(trx, unitId);
    const { id, kind, note, meter } = event;
    const kept = await trx
      .insertInto("unitEvent")
      .values({ id, unitId, kind, personId, at, note: note ?? null })
      .onConflict((oc) => oc.doNothing())
      .returning("id")
      .executeTakeFirst();
    if (kept === undefined) return [];
    const named = await touchedBy(trx, unitId, kind, personId);
    if (meter !== undefined) await exchangeMeter(trx, unitId, id, meter, at);
    const document = {
      by: personId,
      ...(note !== undefined && { note }),
      ...(meter !== undefined && { meter }),
    };
    return append(trx, unitId, [{ unitId, kind, subjectId: id, at, named, document }]);
  });
  noteHeads(heads);
}

/** What the old meter showed must fit what was read off it before; what was read since is of the new one. */
async function exchangeMeter(
  trx: Trx,
  unitId: string,
  id: string,
  { oldHours, newHours, exchangedAt }: NonNullable<UnitEventWanted["meter"]>,
  at: Date,
): Promise<void> {
  const when = exchangedAt === undefined ? at : new Date(exchangedAt);
  if (when > at) throw new Problem(400, "bad-input", "meter.exchangedAt: expected a moment that has come");
  const atMs = when.getTime();
  const { readings, replaced } = await hourLogOf(trx, unitId);
  const before = hourLog(
    readings.filter((one) => one.atMs < atMs),
    replaced,
  );
  refuseOdd(fits(before, { id, atMs, hours: oldHours }), oldHours, when.toISOString().slice(0, 10));
  await trx
    .insertInto("meterExchange")
    .values({ id, unitId, exchangedAt: when, oldHours, newHours })
    .execute();
  await setClocks(trx, unitId, at);
}

async function touchedBy(trx: Trx, unitId: string, kind: UnitEventKind, personId: string): Promise<Touches> {
  if (kind !== "taken_into_use" && kind !== "handed_over") return [];
  const { policy } = await trx
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .select(policyOfUnit("s", "u"))
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  if (kind === "handed_over") return touchedByHandOver(policy.trigger);
  const walk = await trx
    .selectFrom("seal")
    .select("signedBy")
    .where("unitId", "=", unitId)
    .where("scope", "=", "full")
    .orderBy("ledgerPosition", "desc")
    .executeTakeFirst();
  return touchedByUse(policy.trigger, { bySigner: walk?.signedBy === personId });
}
