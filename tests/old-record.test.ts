import { createPublicKey, verify } from "node:crypto";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { messages } from "@/app/messages";
import { measureOf } from "@/core/catalogue/catalogue";
import type { SealedDocument } from "@/core/decision/sealed";
import { eventSchema, upcast } from "@/core/record/events";
import { gaps } from "@/core/record/reduce";
import { titleOfKey } from "@/screens/inspect/words";
import { chainHash } from "@/server/ledger/chain";

interface Row {
  readonly plate: string;
  readonly position: number;
  readonly kind: string;
  readonly body: string;
  readonly previous_hash: string;
  readonly hash: string;
  readonly signature: string;
}

/** Ledger entries signed under the first catalogue, with the public half of the key that signed them. */
const kept = JSON.parse(readFileSync("tests/fixtures/ledger-catalogue-1.json", "utf8")) as {
  readonly key: string;
  readonly rows: readonly Row[];
};
const documents = kept.rows
  .filter((row) => row.kind === "inspection")
  .map((row) => (JSON.parse(row.body) as { document: SealedDocument }).document);

const t = (key: string): string => {
  const found = key
    .split(".")
    .reduce<unknown>((at, part) => (at as Record<string, unknown> | undefined)?.[part], messages);
  if (typeof found !== "string") throw new Error(`no words for ${key}`);
  return found;
};

describe("a record signed under an earlier catalogue", () => {
  it("still verifies: every hash follows from its body and the one before, every signature holds", () => {
    const key = createPublicKey(kept.key);
    for (const row of kept.rows) {
      expect(chainHash(row.previous_hash, row.body)).toBe(row.hash);
      expect(
        verify(null, Buffer.from(row.hash, "hex"), key, Buffer.from(row.signature, "base64url")),
        `${row.plate} ${row.position}`,
      ).toBe(true);
    }
  });

  it("still reads: events, check titles, conditions, rules, grades and units", () => {
    expect(documents.length).toBe(4);
    for (const document of documents) {
      expect(document.pinned.catalogueVersion).toBe(1);
      expect(gaps(document.events.map((event) => eventSchema.parse(upcast(event))))).toEqual([]);
      for (const event of document.events) {
        if (event.type === "changed") continue;
        expect(titleOfKey(t, event.check)).not.toBe("");
        if (event.type === "measured") expect(measureOf(event.check)?.unit, event.check).toBeDefined();
        if (event.type === "answered" && event.result.kind === "condition")
          expect(t(`condition.${event.result.condition}`)).not.toBe("");
      }
      for (const finding of document.findings) expect(t(`rule.${finding.rule}`)).not.toBe("");
    }
  });
});
