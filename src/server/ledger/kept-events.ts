import { deflateSync, inflateSync } from "node:zlib";
import { sql } from "kysely";
import type { InspectionEvent } from "@/core/record/events";
import type { Db, Trx } from "@/server/database/database";
import { canonical, sha256 } from "./chain";
import { type Columns, fromColumns, toColumns } from "./columns";
import { dictionary } from "./dictionary";
import { digestsIn } from "./texts";

/** More than any walk's events come to, unpacked. */
const mostBytes = 50_000_000;

/** The events of a signed inspection, packed, and the digest its ledger entry holds in their place. */
export interface KeptEvents {
  readonly digest: string;
  readonly packed: Buffer;
}

type Events = readonly Readonly<Record<string, unknown>>[];

/** What zlib packs and unpacks with. */
export const words = { dictionary: Buffer.from(dictionary) };

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const idBytes = 16;

/** Events as they are packed: JSON of their columns, and their ids apart, which no packing makes any shorter. */
export function asPacked(events: Events): { readonly text: string; readonly ids: readonly string[] } {
  const { fields: all, ...rest } = toColumns(events);
  const { check, step, ...others } = all;
  // First what the dictionary holds words of: zlib looks back no further than 32 kB.
  const columns = { ...rest, fields: { ...(check && { check }), ...(step && { step }), ...others } };
  const { id = [], ...fields }: Record<string, readonly unknown[]> = columns.fields;
  const ids = id.filter((one): one is string => typeof one === "string" && uuid.test(one));
  if (ids.length < events.length) return { text: JSON.stringify(columns), ids: [] };
  return { text: JSON.stringify({ fields, ...rest }), ids };
}

/** The columns under zlib with a dictionary, after their length in four bytes, then sixteen bytes for each id. */
export function joinPacked(columns: Uint8Array, ids: readonly string[]): Buffer {
  const length = Buffer.alloc(4);
  length.writeUInt32BE(columns.length);
  return Buffer.concat([length, columns, Buffer.from(ids.join("").replaceAll("-", ""), "hex")]);
}

/** A boom's 210 events are 87 kB, and 6 kB packed. */
export function packEvents(events: Events): KeptEvents {
  const { text, ids } = asPacked(events);
  return { digest: sha256(canonical(events)), packed: joinPacked(deflateSync(text, words), ids) };
}

/** The events as they were packed. */
export function unpackEvents(packed: Buffer): Events {
  const end = 4 + packed.readUInt32BE(0);
  const text = inflateSync(packed.subarray(4, end), { ...words, maxOutputLength: mostBytes }).toString(
    "utf8",
  );
  const columns = JSON.parse(text) as Columns;
  if ("id" in columns.fields) return fromColumns(columns);
  const id = columns.of.map((_, i) => idAt(packed, end + i * idBytes));
  return fromColumns({ ...columns, fields: { ...columns.fields, id } });
}

const idAt = (packed: Buffer, from: number): string =>
  packed.toString("hex", from, from + idBytes).replace(/^(.{8})(.{4})(.{4})(.{4})/, "$1-$2-$3-$4-");

/**
 * A document as it was signed, its events in it: those beside the entry, or its own in an entry of an earlier form. None where a
 * rule has erased them: `erased` says when.
 */
export async function withEvents(
  db: Db | Trx,
  { unitId, position }: { readonly unitId: string; readonly position: number },
  document: object,
): Promise<
  object & { readonly events: readonly InspectionEvent[]; readonly erased?: { readonly atMs: number } }
> {
  if ("events" in document) return document as { readonly events: readonly InspectionEvent[] };
  const row = await db
    .selectFrom("keptEvents")
    .select("packed")
    .where("unitId", "=", unitId)
    .where("position", "=", position)
    .executeTakeFirst();
  const erased = row === undefined ? await erasedAt(db, unitId, position) : undefined;
  if (erased !== undefined) return { ...document, events: [], erased: { atMs: erased.getTime() } };
  if (row === undefined)
    throw new Error(`the events of entry ${position} are away; run npm run verify and compare with a backup`);
  return { ...document, events: unpackEvents(row.packed) as unknown as readonly InspectionEvent[] };
}

/** Of one entry, when a rule erased the events beside it. */
async function erasedAt(db: Db | Trx, unitId: string, position: number): Promise<Date | undefined> {
  return (await erasedOf(db, unitId)).get(position);
}

/** The entries of a unit whose events a rule has erased, and when. */
export async function erasedOf(db: Db | Trx, unitId: string): Promise<ReadonlyMap<number, Date>> {
  const rows = await db
    .selectFrom("erasure as e")
    .innerJoin("seal as s", (on) => on.on(sql`s.inspection_id::text`, "=", sql.ref("e.subject")))
    .select(["s.ledgerPosition", "e.at"])
    .where("e.unitId", "=", unitId)
    .where("e.kind", "=", "answers")
    .execute();
  return new Map(rows.map(({ ledgerPosition, at }) => [ledgerPosition, at]));
}

interface Entry {
  readonly position: number;
  readonly kind: string;
  readonly body: string;
}

/** What stands beside the entries of a unit is not what they were sealed with: at which, and what. */
export interface Altered {
  readonly position: number;
  readonly what: "events" | "text";
}

/**
 * The first entry of a unit whose events beside it are not those it was sealed with, or that lacks a text which it, or they,
 * speak of. Events that a rule erased are not missed, nor what they spoke of.
 */
export async function alteredEvents(
  db: Db,
  unitId: string,
  entries: readonly Entry[],
): Promise<Altered | undefined> {
  const kept = await db
    .selectFrom("keptEvents")
    .select(["position", "packed"])
    .where("unitId", "=", unitId)
    .execute();
  const texts = await db.selectFrom("sealedText").select("digest").where("unitId", "=", unitId).execute();
  const beside = new Set(texts.map(({ digest }) => digest));
  const events = new Map(kept.map(({ position, packed }) => [position, readable(packed)]));
  const erased = await erasedOf(db, unitId);
  for (const { position, kind, body } of entries) {
    const { document } = JSON.parse(kind === "inspection" ? body : '{"document":{}}') as {
      readonly document: { readonly keptEvents?: string };
    };
    const own = events.get(position);
    const digest = own === undefined ? undefined : sha256(own);
    if (digest !== document.keptEvents && !(digest === undefined && erased.has(position)))
      return { position, what: "events" };
    events.delete(position);
    if (!digestsIn(body + (own ?? "")).every((one) => beside.has(one))) return { position, what: "text" };
  }
  const [more] = events.keys();
  return more === undefined ? undefined : { position: more, what: "events" };
}

function readable(packed: Buffer): string {
  try {
    return canonical(unpackEvents(packed));
  } catch {
    return "it does not unpack";
  }
}
