import { createHash } from "node:crypto";
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { keyFolder } from "@/server/config";
import { log } from "@/server/log";

/** The head of a chain as it was written: a unit's ledger by the unit's id, or a book by its name. */
export interface Head {
  readonly unitId: string;
  readonly position: number;
  readonly hash: string;
}

const againMs = 5000;
const folder = () => join(keyFolder(), "heads");
const ending = ".jsonl";

/** Each chain has a file of its own, so that one is read without the others. */
export function fileOf(name: string): string {
  const shelf = createHash("sha256").update(name).digest("hex").slice(0, 2);
  return join(folder(), shelf, `${encodeURIComponent(name)}${ending}`);
}

interface Unwritten {
  /** Heads that could not be written yet, oldest first. */
  waiting: Head[];
  again?: ReturnType<typeof setTimeout>;
}

// One for the process, whichever part of the server it was loaded by.
const holder = globalThis as { rookStepHeads?: Unwritten };
holder.rookStepHeads ??= { waiting: [] };
const unwritten: Unwritten = holder.rookStepHeads;

/**
 * Notes a chain's new heads beside the key, outside the database. Written after the database has committed: it may lag
 * behind a crash but never runs ahead, and a chain shorter than its journal was cut. What cannot be written now (a disk that
 * is full, a folder that may not be written) is tried again, and fails nothing of what is committed.
 */
export function noteHeads(heads: readonly Head[]): void {
  if (heads.length === 0) return;
  unwritten.waiting.push(...heads);
  writeWaiting();
}

/** How many heads wait to be written: while there are any, what was cut off the database since could not be told. */
export const headsWaiting = (): number => unwritten.waiting.length;

function writeWaiting(): void {
  clearTimeout(unwritten.again);
  const lines = new Map<string, string>();
  for (const head of unwritten.waiting) {
    const file = fileOf(head.unitId);
    lines.set(file, `${lines.get(file) ?? ""}${JSON.stringify(head)}\n`);
  }
  try {
    sortEarlier();
    for (const [file, text] of lines) {
      if (!existsSync(file)) mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
      appendFileSync(file, text, { mode: 0o600 });
      unwritten.waiting = unwritten.waiting.filter(({ unitId }) => fileOf(unitId) !== file);
    }
  } catch (error) {
    const { length } = unwritten.waiting;
    log.error({ error: String(error), waiting: length }, "the heads of the ledgers cannot be noted");
    unwritten.again = setTimeout(writeWaiting, againMs);
    unwritten.again.unref();
  }
}

/** Every head noted of a chain, in the order they were. */
export function headsOf(name: string): readonly Head[] {
  sortEarlier();
  const file = fileOf(name);
  return existsSync(file) ? readHeads(readFileSync(file, "utf8")) : [];
}

/** The names of all chains that ever had a head noted. */
export function notedNames(): readonly string[] {
  sortEarlier();
  if (!existsSync(folder())) return [];
  return readdirSync(folder(), { recursive: true })
    .map((path) => `${path}`.split("/").at(-1) ?? "")
    .filter((file) => file.endsWith(ending))
    .map((file) => decodeURIComponent(file.slice(0, -ending.length)));
}

function readHeads(text: string): readonly Head[] {
  const heads: Head[] = [];
  for (const line of text.split("\n")) {
    if (line === "") continue;
    try {
      heads.push(JSON.parse(line) as Head);
    } catch {
      // A line cut by a crash; the database holds the entry and its signature.
    }
  }
  return heads;
}

/** Forgets every head: of a first start that was broken off, in which nothing is anybody's record. */
export const forgetHeads = (): void => rmSync(folder(), { recursive: true, force: true });

/** The one journal of earlier versions, sorted into a file for each chain, once. */
function sortEarlier(): void {
  const earlier = join(keyFolder(), "ledger-heads.jsonl");
  if (!existsSync(earlier)) return;
  const lines = new Map<string, string>();
  for (const head of readHeads(readFileSync(earlier, "utf8"))) {
    const file = fileOf(head.unitId);
    lines.set(file, `${lines.get(file) ?? ""}${JSON.stringify(head)}\n`);
  }
  for (const [file, text] of lines) {
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    const later = existsSync(file) ? readFileSync(file, "utf8") : "";
    writeFileSync(file, text + later, { mode: 0o600 });
  }
  renameSync(earlier, `${earlier}.sorted`);
}
