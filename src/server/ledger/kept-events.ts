import { deflateSync, inflateSync } from "node:zlib";
import type { InspectionEvent } from "@/core/record/events";
import type { Db, Trx } from "@/server/database/database";
import { canonical, sha256 } from "./chain";
import { type Columns, fromColumns, toColumns } from "./columns";
import { dictionary } from "./dictionary";

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

/** A document as it was signed, its events in it: those beside the entry, or its own in an entry of an earlier form. */
export async function withEvents(
  db: Db | Trx,
  { unitId, position }: { readonly unitId: string; readonly position: number },
  document: object,
): Promise<object & { readonly events: readonly InspectionEvent[] }> {
  if ("events" in document) return document as { readonly events: readonly InspectionEvent[] };
  const row = await db
    .selectFrom("keptEvents")
    .select("packed")
    .where("unitId", "=", unitId)
    .where("position", "=", position)
    .executeTakeFirst();
  if (row === undefined)
    throw new Error(`the events of entry ${position} are away; run npm run verify and compare with a backup`);
  return { ...document, events: unpackEvents(row.packed) as unknown as readonly InspectionEvent[] };
}

interface Entry {
  readonly position: number;
  readonly kind: string;
  readonly body: string;
}

/** The first entry of a unit whose events beside it are not those it was sealed with. */
export async function alteredEvents(
  db: Db,
  unitId: string,
  entries: readonly Entry[],
): Promise<number | undefined> {
  const kept = await db
    .selectFrom("keptEvents")
    .select(["position", "packed"])
    .where("unitId", "=", unitId)
    .execute();
  const digests = new Map(kept.map(({ position, packed }) => [position, digestOf(packed)]));
  for (const { position, kind, body } of entries) {
    const { document } = JSON.parse(kind === "inspection" ? body : '{"document":{}}') as {
      readonly document: { readonly keptEvents?: string };
    };
    if (digests.get(position) !== document.keptEvents) return position;
    digests.delete(position);
  }
  return [...digests.keys()][0];
}

function digestOf(packed: Buffer): string {
  try {
    return sha256(canonical(unpackEvents(packed)));
  } catch {
    return "it does not unpack";
  }
}
