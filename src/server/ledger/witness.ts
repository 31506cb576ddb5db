import { appendFileSync, existsSync, mkdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { sql } from "kysely";
import type { StartWord } from "@/contract/start";
import type { WitnessAnswer } from "@/contract/witness";
import { keyFolder } from "@/server/config";
import type { Db } from "@/server/database/database";
import { isOurWord } from "@/server/inspections/word";
import { log } from "@/server/log";
import { holdReport } from "@/server/reports/hold";
import { lockUnit } from "./append";
import { noteHeads } from "./heads";

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
 * lacks what its server has already said. That may have been a tag: the unit is held until somebody other than who brings it
 * has looked. What is lost is kept beside the key, and every page says so.
 */
export async function bearWitness(
  db: Db,
  words: readonly StartWord[],
  personId: string,
  at: Date,
): Promise<WitnessAnswer> {
  const lost = await lostOf(db, words, at);
  const known = new Set(lostEntries().map(nameOf));
  const fresh = lost.filter((one) => !known.has(nameOf(one)));
  for (const one of fresh) await holdFor(db, one, personId, at);
  if (fresh.length > 0) keep(fresh);
  return { lost: lost.map(({ plate, position }) => ({ plate, position })) };
}

/** What of these words the ledgers do not hold, or hold otherwise; none of a word that is not ours. */
export async function lostOf(db: Db, words: readonly StartWord[], at: Date): Promise<readonly Lost[]> {
  const ours = words.filter((word) => word.position > 0 && isOurWord(word));
  if (ours.length === 0) return [];
  const { rows } = await sql<{ unitId: string; plate: string | null; position: number; hash: string | null }>`
    SELECT w.unit_id, u.plate, w.position, l.hash
    FROM unnest(${ours.map(({ unitId }) => unitId)}::uuid[], ${ours.map(({ position }) => position)}::int[]) AS w (unit_id, position)
      LEFT JOIN unit u ON u.id = w.unit_id
      LEFT JOIN ledger_entry l ON l.unit_id = u.id AND l.position = w.position`.execute(db);
  const found = new Map(rows.map((row) => [`${row.unitId} ${row.position}`, row]));
  return ours
    .filter(({ unitId, position, headHash }) => found.get(`${unitId} ${position}`)?.hash !== headHash)
    .map(({ unitId, position, headHash }) => ({
      unitId,
      plate: found.get(`${unitId} ${position}`)?.plate ?? unitId,
      position,
      hash: headHash,
      at: at.toISOString(),
    }));
}

const nameOf = ({ unitId, position, hash }: Lost): string => `${unitId} ${position} ${hash}`;

/** Holds the unit, where it is one of the pool still. */
async function holdFor(db: Db, { unitId, position, hash }: Lost, sentBy: string, at: Date): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    const unit = await trx.selectFrom("unit").select("id").where("id", "=", unitId).executeTakeFirst();
    if (unit === undefined) return [];
    await lockUnit(trx, unitId);
    const problem = `a tablet has seen entry ${position} of this unit's record, and the server no longer has it as it was; it may have been a tag`;
    const raw = Buffer.from(JSON.stringify({ position, hash }));
    return holdReport(trx, { unitId, inspectionId: null, kind: "lost_entries", problem, raw, sentBy }, at);
  });
  noteHeads(heads);
}

function keep(fresh: readonly Lost[]): void {
  log.error({ lost: fresh }, "a tablet was told of entries that are not in the ledgers");
  try {
    mkdirSync(dirname(path()), { recursive: true, mode: 0o700 });
    appendFileSync(path(), fresh.map((one) => `${JSON.stringify(one)}\n`).join(""), { mode: 0o600 });
  } catch (error) {
    // The units are held; whoever brings it brings it again in a few minutes.
    log.error({ error: String(error) }, "what tablets were told of cannot be noted");
  }
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
