import { sql } from "kysely";
import type { InspectionEvent, Saw } from "@/core/record/events";
import type { Db, Trx } from "@/server/database/database";
import type { Signed } from "@/server/devices/keys";
import { Problem } from "@/server/http/problem";
import { append, headOf } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { withEvents } from "@/server/ledger/kept-events";
import { maxBatch, readBatch } from "./batch";
import { writeFindings } from "./findings";
import { holdAll, holdBody } from "./hold";
import { lockedInspection } from "./locked";
import { writeGone } from "./matter-events";
import type { OpenInspection } from "./model";
import { type BadEvent, isBad, type ReadEvent } from "./read-event";

/** The events of a batch that a device's key has signed, by id. */
type Signatures = ReadonlyMap<string, Signed>;

export interface EventResult {
  readonly id: string | null;
  readonly index: number;
  /** `held`: not taken, kept as it came, and the unit is held until somebody looks. */
  readonly status: "accepted" | "already_here" | "held";
  readonly problem?: string;
}

export interface IngestResult {
  readonly results: readonly EventResult[];
  /** Numbers of tags that this batch's findings raised. */
  readonly tagsRaised: readonly string[];
  /** The unit's ledger after this batch: what the device has now seen. */
  readonly head: Saw;
}

/**
 * Takes a batch of events for one inspection. Each event stands or falls alone: one that cannot be read or does not
 * fit is kept as it came and holds the unit until somebody looks, the others are taken. The same event twice is one.
 * Findings are graded here, by the core, and enter the ledger now; one that tags out holds the unit in this same
 * transaction.
 */
export async function ingest(
  db: Db,
  inspectionId: string,
  personId: string,
  body: unknown,
  at: Date,
  signed: Signatures = new Map(),
): Promise<IngestResult> {
  const heads: Head[] = [];
  const result = await db.transaction().execute(async (trx) => {
    const inspection = await lockedInspection(trx, inspectionId);
    const read = await readBatch(trx, inspection, body, personId);
    if (read === undefined) {
      heads.push(...(await holdBody(trx, inspection, personId, body, at)));
      return undefined;
    }
    const taken = inspection.sealed
      ? await takeLate(trx, inspection, personId, read, at, signed)
      : await takeOpen(trx, inspection, personId, read, at, signed);
    heads.push(...taken.heads);
    const last = taken.heads.at(-1);
    const head =
      last === undefined
        ? await headOf(trx, inspection.unitId)
        : { position: last.position, headHash: last.hash };
    return { ...taken, head };
  });
  noteHeads(heads);
  if (result === undefined)
    throw new Problem(
      400,
      "bad-batch",
      `expected {"events": [...]} with at most ${maxBatch} events; what came is kept, and holds the unit until somebody looks`,
    );
  const { results, tagsRaised, head } = result;
  return { results, tagsRaised, head };
}

/** Keeps a whole request that is no batch of events. */
export async function holdUnread(
  db: Db,
  inspectionId: string,
  personId: string,
  body: string,
  at: Date,
): Promise<void> {
  noteHeads(
    await db.transaction().execute(async (trx) => {
      const inspection = await lockedInspection(trx, inspectionId);
      return holdBody(trx, inspection, personId, body, at);
    }),
  );
}

interface Taken extends Omit<IngestResult, "head"> {
  readonly heads: readonly Head[];
}

async function takeOpen(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  read: readonly ReadEvent[],
  at: Date,
  signed: Signatures,
): Promise<Taken> {
  const good = uniqueById(read.flatMap((r) => (r.kind === "good" ? [r.event] : [])));
  const inserted = await insertEvents(trx, inspection, personId, good, at, signed);
  const known = await eventsHeld(
    trx,
    inspection.id,
    good.filter((e) => !inserted.has(e.id)),
  );
  const fresh = good.filter((event) => inserted.has(event.id));
  const settled = read.map((r): ReadEvent => {
    if (r.kind !== "good" || inserted.has(r.event.id) || known.has(r.event.id)) return r;
    const problem = `number ${r.event.seq} of this device, or its id, is taken by another event`;
    return { index: r.index, kind: "refused", id: r.event.id, problem, raw: r.event };
  });
  const written = await writeFindings(trx, inspection, personId, fresh, at);
  const gone = await writeGone(trx, inspection, personId, fresh, at);
  const held = await holdAll(trx, inspection, personId, settled.filter(isBad), at);
  if (inspection.people.length > 1 && fresh.length > 0) await tellOthers(trx, inspection.unitId);
  const first = new Set<string>();
  const results = settled.map((r): EventResult => {
    if (r.kind !== "good") return heldResult(r);
    const { id } = r.event;
    const status = inserted.has(id) && !first.has(id) ? "accepted" : "already_here";
    first.add(id);
    return { id, index: r.index, status };
  });
  return { results, tagsRaised: written.tags, heads: [...written.heads, ...gone, ...held] };
}

/** Whoever else is on the walk hears of it, as of an entry of the unit's ledger. */
const tellOthers = (trx: Trx, unitId: string) => sql`SELECT pg_notify('rook_ledger', ${unitId})`.execute(trx);

const heldResult = (r: BadEvent): EventResult => ({
  id: r.id,
  index: r.index,
  status: "held",
  problem: r.problem,
});

/**
 * Writes events in one statement; where the database refuses one of them, each by itself behind a savepoint, so that
 * one refused takes none of the others along. Gives the ids that were written.
 */
async function insertEvents(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  events: readonly InspectionEvent[],
  at: Date,
  signed: Signatures,
): Promise<ReadonlySet<string>> {
  if (events.length === 0) return new Set();
  const signatures = JSON.stringify(signaturesOf(events, signed, personId));
  const write = async (some: readonly InspectionEvent[]) => {
    await sql`SAVEPOINT events`.execute(trx);
    try {
      // One parameter for all of them: a row each would cost more to say than to write.
      const { rows } = await sql<{ id: string }>`
        INSERT INTO inspection_event (id, inspection_id, device_id, seq, type, payload, person_id, received_at, signed)
        SELECT (e->>'id')::uuid, ${inspection.id}, e->>'deviceId', (e->>'seq')::int, e->>'type', e, ${personId}, ${at},
          ${signatures}::jsonb->>(e->>'id')
        FROM jsonb_array_elements(${JSON.stringify(some)}::jsonb) AS e
        ON CONFLICT DO NOTHING RETURNING id`.execute(trx);
      await sql`RELEASE SAVEPOINT events`.execute(trx);
      return rows.map((row) => row.id);
    } catch (error) {
      await sql`ROLLBACK TO SAVEPOINT events`.execute(trx);
      if (!refusedByDatabase(error)) throw error;
      return undefined;
    }
  };
  const together = await write(events);
  if (together !== undefined) return new Set(together);
  const ids: string[] = [];
  for (const event of events) ids.push(...((await write([event])) ?? []));
  return new Set(ids);
}

/** A person's own signatures of events by id, as they are kept. */
const signaturesOf = (events: readonly InspectionEvent[], signed: Signatures, personId: string) =>
  Object.fromEntries(
    events.flatMap(({ id }) => {
      const by = signed.get(id);
      return by?.key.personId === personId ? [[id, by.signed]] : [];
    }),
  );

/** A value the database cannot take, as against a database that is away. */
const refusedByDatabase = (error: unknown): boolean =>
  error instanceof Error && "code" in error && /^2[23]/.test(String(error.code));

async function eventsHeld(trx: Trx, inspectionId: string, events: readonly InspectionEvent[]) {
  if (events.length === 0) return new Set<string>();
  const rows = await trx
    .selectFrom("inspectionEvent")
    .select("id")
    .where("inspectionId", "=", inspectionId)
    .where(
      "id",
      "in",
      events.map((event) => event.id),
    )
    .execute();
  return new Set(rows.map((row) => row.id));
}

const uniqueById = (events: readonly InspectionEvent[]) => [
  ...new Map(events.map((e) => [e.id, e])).values(),
];

/** Events that come after the seal: an addendum to the ledger, and what they found still holds the unit. */
async function takeLate(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  read: readonly ReadEvent[],
  at: Date,
  signed: Signatures,
): Promise<Taken> {
  const known = await sealedEventIds(trx, inspection.unitId, inspection.id);
  const late = uniqueById(read.flatMap((r) => (r.kind === "good" ? [r.event] : []))).filter(
    (event) => !known.has(event.id),
  );
  const heads: Head[] = [];
  let tagsRaised: readonly string[] = [];
  if (late.length > 0) {
    const { unitId, id: subjectId } = inspection;
    const signatures = signaturesOf(late, signed, personId);
    const document = {
      by: personId,
      events: late,
      ...(Object.keys(signatures).length > 0 && { signed: signatures }),
    };
    heads.push(...(await append(trx, unitId, [{ unitId, kind: "addendum", subjectId, at, document }])));
    const written = await writeFindings(trx, inspection, personId, late, at);
    heads.push(...written.heads);
    tagsRaised = written.tags;
  }
  heads.push(...(await holdAll(trx, inspection, personId, read.filter(isBad), at)));
  const results = read.map((r): EventResult => {
    if (r.kind !== "good") return heldResult(r);
    return { id: r.event.id, index: r.index, status: known.has(r.event.id) ? "already_here" : "accepted" };
  });
  return { results, tagsRaised, heads };
}

async function sealedEventIds(trx: Trx, unitId: string, inspectionId: string): Promise<ReadonlySet<string>> {
  const entries = await trx
    .selectFrom("ledgerEntry")
    .select(["position", "body"])
    .where("subjectId", "=", inspectionId)
    .where("unitId", "=", unitId)
    .where("kind", "in", ["inspection", "addendum"])
    .execute();
  const ids = new Set<string>();
  for (const { position, body } of entries) {
    const { document } = JSON.parse(body) as { document: object };
    for (const { id } of (await withEvents(trx, { unitId, position }, document)).events) ids.add(id);
  }
  return ids;
}
