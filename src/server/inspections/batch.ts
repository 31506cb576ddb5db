import { z } from "zod";
import type { Trx } from "@/server/database/database";
import type { OpenInspection } from "./model";
import { type HashAt, type ReadEvent, readEvent } from "./read-event";

export const maxBatch = 500;

const batchSchema = z.object({ events: z.array(z.unknown()).max(maxBatch) });

/** Reads a batch event by event, each by itself; undefined where it is no batch at all. */
export async function readBatch(
  trx: Trx,
  inspection: OpenInspection,
  body: unknown,
  /** In whose name they are taken. */
  by?: string,
): Promise<readonly ReadEvent[] | undefined> {
  const batch = batchSchema.safeParse(body);
  if (!batch.success) return undefined;
  const { events } = batch.data;
  const hashAt = await hashesOf(trx, inspection.unitId, events);
  return events.map((raw, index) => readEvent(raw, index, inspection, hashAt, by));
}

/** The ledger's hashes at the positions these events say they had seen. */
async function hashesOf(trx: Trx, unitId: string, events: readonly unknown[]): Promise<HashAt> {
  const seen = z.looseObject({
    saw: z.looseObject({
      position: z
        .number()
        .int()
        .min(1)
        .max(2 ** 31 - 1),
    }),
  });
  const positions = new Set(
    events.flatMap((event) => {
      const read = seen.safeParse(event);
      return read.success ? [read.data.saw.position] : [];
    }),
  );
  if (positions.size === 0) return () => undefined;
  const rows = await trx
    .selectFrom("ledgerEntry")
    .select(["position", "hash"])
    .where("unitId", "=", unitId)
    .where("position", "in", [...positions])
    .execute();
  const hashes = new Map(rows.map((row) => [row.position, row.hash]));
  return (position) => hashes.get(position);
}
