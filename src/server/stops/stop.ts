import { sql } from "kysely";
import { z } from "zod";
import type { StopShown } from "@/contract/survey";
import type { Policy } from "@/core/vocabulary/policy";
import { stopReasons } from "@/core/vocabulary/stops";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { isUuid } from "@/server/http/uuid";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import type { Right } from "@/server/people/roles";
import { mayAt, requireRight, type SignedIn } from "@/server/people/session";
import { policyOf } from "@/server/sites/policy";
import { appendToAll } from "@/server/units/ledger-entries";

/** A stop lasts a week at most; longer it is until somebody has looked. */
const longestMs = 7 * 86_400_000;

export const stopSchema = z.strictObject({
  id: z.uuid(),
  reason: z.enum(stopReasons),
  note: textField(0, "a note", 400).optional(),
  /** Null: until somebody has looked. */
  until: z.iso.datetime().nullable(),
});

export const liftSchema = z.strictObject({ note: textField(0, "a note", 400).optional() });

/**
 * Stops a unit, or a whole site, for conditions: no fault of any machine. It enters the ledger of every unit it stops. The same
 * stop twice is one.
 */
export async function stopForConditions(
  db: Db,
  of: { readonly siteId: string } | { readonly unitId: string },
  { id, reason, note, until }: z.infer<typeof stopSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  const untilMs = until === null ? undefined : Date.parse(until);
  if (untilMs !== undefined && (untilMs <= at.getTime() || untilMs > at.getTime() + longestMs))
    throw new Problem(
      400,
      "bad-input",
      "until: expected a moment of the coming week, or until somebody has looked",
    );
  const heads = await db.transaction().execute(async (trx) => {
    const unit =
      "unitId" in of
        ? await trx
            .selectFrom("unit")
            .select(["id", "siteId"])
            .where("id", "=", of.unitId)
            .executeTakeFirstOrThrow()
        : undefined;
    const siteId = unit?.siteId ?? ("siteId" in of ? of.siteId : "");
    if (unit !== undefined) await lockUnit(trx, unit.id);
    const known = await trx.selectFrom("conditionsStop").select("id").where("id", "=", id).executeTakeFirst();
    if (known !== undefined) return [];
    const document = {
      by: byPerson,
      stopId: id,
      reason,
      until,
      site: unit === undefined,
      ...(note && { note }),
    };
    const written = await enter(trx, siteId, unit?.id, id, { kind: "stopped", at, document });
    await trx
      .insertInto("conditionsStop")
      .values({
        ...{ id, siteId, unitId: unit?.id ?? null, reason, note: note || null },
        ...{ until: untilMs === undefined ? null : new Date(untilMs), byPerson, at },
      })
      .execute();
    return written;
  });
  noteHeads(heads);
}

/** Who lets work go on that was stopped: a supervisor or owner, or whoever inspects where the policy says so. */
const liftedBy = (policy: Policy): Right => (policy.stopLifted === "inspector" ? "inspect" : "plan_shift");

/** Whether somebody may let work go on at a site. */
export const mayLiftStops = async (db: Db, siteId: string, person: SignedIn): Promise<boolean> =>
  mayAt(person, liftedBy(await policyOf(db, siteId)), siteId);

/** Lets work go on that was stopped: by whom the policy says, and the database asks it too. Twice is once. */
export async function liftStop(
  db: Db,
  stopId: string,
  { note }: z.infer<typeof liftSchema>,
  person: SignedIn,
  at: Date,
): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    if (!isUuid(stopId)) throw new Problem(404, "no-stop", "expected a stop for conditions");
    const stop = await trx
      .selectFrom("conditionsStop as c")
      .innerJoin("site as s", "s.id", "c.siteId")
      .select(["c.siteId", "c.unitId", "s.policy"])
      .where("c.id", "=", stopId)
      .executeTakeFirst();
    if (stop === undefined) throw new Problem(404, "no-stop", "expected a stop for conditions");
    requireRight(person, liftedBy(stop.policy), stop.siteId);
    const byPerson = person.id;
    // Two who lift it at once are one after the other.
    await sql`SELECT pg_advisory_xact_lock(7119, hashtext(${stopId}))`.execute(trx);
    const before = await trx
      .selectFrom("stopLifted")
      .select("at")
      .where("stopId", "=", stopId)
      .executeTakeFirst();
    if (before !== undefined) return [];
    if (stop.unitId !== null) await lockUnit(trx, stop.unitId);
    const document = { by: byPerson, stopId, ...(note && { note }) };
    const entry = { kind: "stop_lifted", at, document } as const;
    const written = await enter(trx, stop.siteId, stop.unitId ?? undefined, stopId, entry);
    await trx
      .insertInto("stopLifted")
      .values({ stopId, note: note || null, byPerson, at })
      .execute();
    return written;
  });
  noteHeads(heads);
}

async function enter(
  trx: Trx,
  siteId: string,
  unitId: string | undefined,
  subjectId: string,
  entry: { readonly kind: "stopped" | "stop_lifted"; readonly at: Date; readonly document: unknown },
): Promise<readonly Head[]> {
  if (unitId !== undefined) return append(trx, unitId, [{ ...entry, unitId, subjectId }]);
  const units = await trx.selectFrom("unit").select("id").where("siteId", "=", siteId).execute();
  return appendToAll(
    trx,
    units.map(({ id }) => id),
    entry,
  );
}

/** The stops of a site that stand at a moment. */
export async function standingStops(db: Db, siteId: string, at: Date): Promise<readonly StopShown[]> {
  const rows = await db
    .selectFrom("conditionsStop as c")
    .leftJoin("stopLifted as l", "l.stopId", "c.id")
    .leftJoin("unit as u", "u.id", "c.unitId")
    .innerJoin("person as p", "p.id", "c.byPerson")
    .select(["c.id", "c.reason", "c.note", "c.until", "c.at", "u.plate", "p.name as by"])
    .where("c.siteId", "=", siteId)
    .where("l.stopId", "is", null)
    .where(({ or, eb }) => or([eb("c.until", "is", null), eb("c.until", ">", at)]))
    .orderBy("c.at")
    .execute();
  return rows.map(({ id, reason, note, until, at: when, plate, by }) => ({
    id,
    reason,
    note: note ?? undefined,
    plate: plate ?? undefined,
    untilMs: until?.getTime(),
    by,
    atMs: when.getTime(),
  }));
}
