import { sql } from "kysely";
import { type EntryKind, type Touches, touchesOf } from "@/core/evidence/touches";
import type { Saw } from "@/core/record/events";
import type { Db, Trx } from "@/server/database/database";
import { canonical, chainHash } from "./chain";
import type { Head } from "./heads";
import { type KeptEvents, packEvents } from "./kept-events";
import { signHash } from "./key";
import { apart, type SealedText } from "./texts";

export interface Entry {
  readonly unitId: string;
  readonly kind: EntryKind;
  /** The inspection, tag or step the entry is about. */
  readonly subjectId: string;
  readonly at: Date;
  readonly document: unknown;
  /** The checks whose evidence it ends, where its kind leaves that to its content. */
  readonly named?: Touches;
  /** Of a signed inspection whose document is without its events: the events, packed before. */
  readonly kept?: KeptEvents;
}

/** The last entry of a unit's ledger; undefined where it has none. */
const lastOf = (db: Db | Trx, unitId: string) =>
  db
    .selectFrom("ledgerEntry")
    .select(["position", "hash", "recordedAt"])
    .where("unitId", "=", unitId)
    .orderBy("position", "desc")
    .limit(1)
    .executeTakeFirst();

/** The head of a unit's ledger: what a device that reads it now has seen. */
export async function headOf(db: Db | Trx, unitId: string): Promise<Saw> {
  const head = await lastOf(db, unitId);
  return { position: head?.position ?? 0, headHash: head?.hash ?? "" };
}

/** Takes the unit's lock; everything that decides whether a unit may be used shares it. */
export async function lockUnit(trx: Trx, unitId: string): Promise<void> {
  await sql`SELECT lock_unit(${unitId}::uuid)`.execute(trx);
}

/** So long a request may wait for a lock before its wait counts. */
const noWaitMs = 1000;

/**
 * The server's time once a unit's lock is held: no earlier than its last entry, whatever a clock that was set back says, and
 * later by as long as the request has waited for the lock. `askedAt` is by the server's clock when the request came,
 * `askedMs` by `performance.now()`.
 */
export async function timeUnderLock(trx: Trx, unitId: string, askedAt: Date, askedMs: number): Promise<Date> {
  const waitedMs = performance.now() - askedMs;
  const last = await lastOf(trx, unitId);
  const nowMs = askedAt.getTime() + (waitedMs < noWaitMs ? 0 : Math.round(waitedMs));
  return new Date(Math.max(nowMs, last?.recordedAt.getTime() ?? 0));
}

/**
 * Adds entries to a unit's ledger, each chained to the one before and signed; what they touch ends the evidence of
 * those checks. The caller holds the unit's lock and notes the returned heads once its transaction has committed.
 */
export async function append(trx: Trx, unitId: string, entries: readonly Entry[]): Promise<readonly Head[]> {
  if (entries.length === 0) return [];
  const head = await lastOf(trx, unitId);
  let position = head?.position ?? 0;
  let previousHash = head?.hash ?? "";
  // A clock that was set back, or a request that waited for the lock, writes nothing before what is written.
  let lastMs = head?.recordedAt.getTime() ?? 0;
  const texts: SealedText[] = [];
  const kept: { readonly unitId: string; readonly position: number; readonly packed: Buffer }[] = [];
  const rows = entries.map((entry) => {
    position += 1;
    const { kind, subjectId } = entry;
    lastMs = Math.max(lastMs, entry.at.getTime());
    const recordedAt = new Date(lastMs).toISOString();
    const touches = touchesOf(kind, entry.named);
    const [document, beside] = eventsApart(kind, apart(entry.document, texts), entry.kept);
    if (beside !== undefined) kept.push({ unitId, position, packed: beside.packed });
    const body = canonical({ unitId, position, kind, subjectId, recordedAt, touches, document });
    const hash = chainHash(previousHash, body);
    const row = {
      unitId,
      position,
      kind,
      subjectId,
      body,
      previousHash,
      hash,
      signature: signHash(hash),
      recordedAt,
      touches: JSON.stringify(touches),
    };
    previousHash = hash;
    return row;
  });
  // Each is checked against the head it follows, which a row trigger sees within one statement too.
  await trx.insertInto("ledgerEntry").values(rows).execute();
  if (kept.length > 0) await trx.insertInto("keptEvents").values(kept).execute();
  if (texts.length > 0)
    await trx
      .insertInto("sealedText")
      .values(texts.map((text) => ({ unitId, ...text })))
      .execute();
  return rows.map(({ unitId: unit, position: at, hash }) => ({ unitId: unit, position: at, hash }));
}

/** What an entry holds, and the events that are kept beside it: those of a signed inspection, whose digest it holds. */
function eventsApart(
  kind: EntryKind,
  document: unknown,
  before: KeptEvents | undefined,
): readonly [unknown, KeptEvents | undefined] {
  if (kind !== "inspection" || typeof document !== "object" || document === null)
    return [document, undefined];
  const { events, ...rest } = document as { readonly events?: Parameters<typeof packEvents>[0] };
  const kept = before ?? packEvents(events ?? []);
  return [{ ...rest, keptEvents: kept.digest }, kept];
}
