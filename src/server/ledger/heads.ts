import { appendFileSync, existsSync, mkdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { keyFolder } from "@/server/config";

export interface Head {
  readonly unitId: string;
  readonly position: number;
  readonly hash: string;
}

const path = () => join(keyFolder(), "ledger-heads.jsonl");

/**
 * Notes a ledger's new head in a journal beside the key. Written after the database has committed, so the
 * journal may lag behind a crash but never runs ahead of it; a ledger shorter than its journal was cut.
 */
export function noteHeads(heads: readonly Head[]): void {
  if (heads.length === 0) return;
  mkdirSync(dirname(path()), { recursive: true, mode: 0o700 });
  appendFileSync(path(), heads.map((head) => `${JSON.stringify(head)}\n`).join(""), { mode: 0o600 });
}

/** Every head the journal holds, by unit, in the order they were noted. */
export function notedHeads(): ReadonlyMap<string, readonly Head[]> {
  const byUnit = new Map<string, Head[]>();
  if (!existsSync(path())) return byUnit;
  for (const line of readFileSync(path(), "utf8").split("\n")) {
    if (line === "") continue;
    let head: Head;
    try {
      head = JSON.parse(line) as Head;
    } catch {
      // The last line of a journal cut by a crash; the database holds the entry and its signature.
      continue;
    }
    byUnit.set(head.unitId, [...(byUnit.get(head.unitId) ?? []), head]);
  }
  return byUnit;
}
