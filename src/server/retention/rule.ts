import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { z } from "zod";
import { type KeptKind, type KeptYears, keptKinds, mostYears } from "@/core/vocabulary/kept";
import type { Db, Trx } from "@/server/database/database";

export const ruleSchema = z.strictObject({
  years: z.partialRecord(
    z.enum(keptKinds),
    z.number().int().min(1, "expected one year at least").max(mostYears),
  ),
});

/** Says how long a site keeps what stands beside its ledgers. */
export async function setRule(
  db: Db,
  siteId: string,
  years: KeptYears,
  byPerson: string,
  at: Date,
): Promise<void> {
  const row = { id: randomUUID(), siteId, years: JSON.stringify(years), byPerson, at };
  await db.transaction().execute((trx) => trx.insertInto("retentionRule").values(row).execute());
}

/** The years that hold at a moment: a shorter rule waits. */
export async function yearsInForce(db: Db | Trx, siteId: string, at: Date): Promise<KeptYears> {
  const { rows } = await sql<{ kind: KeptKind; years: number | null }>`
    SELECT kind, kept_years(${siteId}, kind, ${at}) AS years FROM unnest(${[...keptKinds]}::text[]) AS kind`.execute(
    db,
  );
  return Object.fromEntries(rows.flatMap(({ kind, years }) => (years === null ? [] : [[kind, years]])));
}
