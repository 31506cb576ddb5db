import { appendFileSync, existsSync, mkdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { sql } from "kysely";
import type { StartWord } from "@/contract/start";
import type { WitnessAnswer } from "@/contract/witness";
import { keyFolder } from "@/server/config";
import type { Db } from "@/server/database/database";
import { isOurWord } from "@/server/inspections/word";
import { log } from "@/server/log";

/** An entry of a unit's ledger that a tablet was told of and that is not there, or not as it was. */
export interface Lost {
  readonly unitId: string;
  readonly plate: string;
  readonly position: number;
  readonly hash: string;
  readonly at: string;
}

const path = () => join(keyFolder(), "witnessed.jsonl");

/**
 * Compares what tablets were told with what the ledgers hold: a database put back to an earlier day, or a ledger made anew,
 * lacks what its server has already said. What is lost is kept beside the key, and every page says so.
 */
export async function bearWitness(db: Db, words: readonly StartWord[], at: Date): Promise<WitnessAnswer> {
  const ours = words.filter((word) => word.position > 0 && isOurWord(word));
  if (ours.length === 0) return { lost: [] };
  const { rows } = await sql<{ unitId: string; plate: string | null; position: number; hash: string | null }>`
    SELECT w.unit_id, u.plate, w.position, l.hash
    FROM unnest(${ours.map(({ unitId }) => unitId)}::uuid[], ${ours.map(({ position }) => position)}::int[]) AS w (unit_id, position)
      LEFT JOIN unit u ON u.id = w.unit_id
      LEFT JOIN ledger_entry l ON l.unit_id = u.id AND l.position = w.position`.execute(db);
  const found = new Map(rows.map((row) => [`${row.unitId} ${row.position}`, row]));
  const lost = ours
    .filter(({ unitId, position, headHash }) => found.get(`${unitId} ${position}`)?.hash !== headHash)
    .map(({ unitId, position, headHash }) => ({
      unitId,
      plate: found.get(`${unitId} ${position}`)?.plate ?? unitId,
      position,
      hash: headHash,
      at: at.toISOString(),
    }));
  keep(lost);
  return { lost: lost.map(({ plate, position }) => ({ plate, position })) };
}

function keep(lost: readonly Lost[]): void {
  const known = new Set(lostEntries().map(({ unitId, position, hash }) => `${unitId} ${position} ${hash}`));
  const fresh = lost.filter(({ unitId, position, hash }) => !known.has(`${unitId} ${position} ${hash}`));
  if (fresh.length === 0) return;
  log.error({ lost: fresh }, "a tablet was told of entries that are not in the ledgers");
  mkdirSync(dirname(path()), { recursive: true, mode: 0o700 });
  appendFileSync(path(), fresh.map((one) => `${JSON.stringify(one)}\n`).join(""), { mode: 0o600 });
}

const holder = globalThis as { rookStepLost?: { readonly changedMs: number; readonly all: readonly Lost[] } };

/**
 * All that tablets have missed, oldest first. Whoever has put a backup back on purpose moves the file aside once it is known
 * what is lacking.
 */
export function lostEntries(): readonly Lost[] {
  if (!existsSync(path())) return [];
  const changedMs = statSync(path()).mtimeMs;
  if (holder.rookStepLost?.changedMs !== changedMs) {
    const lines = readFileSync(path(), "utf8").split("\n").filter(Boolean);
    holder.rookStepLost = { changedMs, all: lines.map((line) => JSON.parse(line) as Lost) };
  }
  return holder.rookStepLost.all;
}

/** The plates of units whose ledgers lack something a tablet was told of. */
export const lostPlates = (): readonly string[] =>
  [...new Set(lostEntries().map(({ plate }) => plate))].sort();
