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

/** Events as they are packed: JSON of their columns. */
export const asPacked = (events: Events): string => JSON.stringify(toColumns(events));

/** Their columns under zlib with a dictionary: a boom's 210 events are 87 kB, and 7 kB packed. */
export function packEvents(events: Events): KeptEvents {
  return { digest: sha256(canonical(events)), packed: deflateSync(asPacked(events), words) };
}

/** The events as they were packed. */
export function unpackEvents(packed: Uint8Array): Events {
  const text = inflateSync(packed, { ...words, maxOutputLength: mostBytes }).toString("utf8");
  return fromColumns(JSON.parse(text) as Columns);
}

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

function digestOf(packed: Uint8Array): string {
  try {
    return sha256(canonical(unpackEvents(packed)));
  } catch {
    return "it does not unpack";
  }
}
