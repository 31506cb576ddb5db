import { gunzipSync, gzipSync } from "node:zlib";
import type { InspectionEvent } from "@/core/record/events";
import type { Db, Trx } from "@/server/database/database";
import { canonical, sha256 } from "./chain";

/** More than any walk's events come to, unpacked. */
const mostBytes = 50_000_000;

/** The events of a signed inspection, packed, and the digest its ledger entry holds in their place. */
export interface KeptEvents {
  readonly digest: string;
  readonly packed: Buffer;
}

/** Canonical JSON under gzip: a boom's 210 events are 87 kB, and 10 kB packed. */
export function packEvents(events: unknown): KeptEvents {
  const text = canonical(events);
  return { digest: sha256(text), packed: gzipSync(text) };
}

const textOf = (packed: Uint8Array): string =>
  gunzipSync(packed, { maxOutputLength: mostBytes }).toString("utf8");

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
  return { ...document, events: JSON.parse(textOf(row.packed)) as readonly InspectionEvent[] };
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
    return sha256(textOf(packed));
  } catch {
    return "it does not unpack";
  }
}
