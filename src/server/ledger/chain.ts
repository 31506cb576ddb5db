import { createHash } from "node:crypto";
import canonicalize from "canonicalize";

/** Canonical JSON (RFC 8785), so that the same content always has the same hash. */
export function canonical(value: unknown): string {
  const text = canonicalize(value);
  if (text === undefined) throw new TypeError("expected a value that JSON can hold, got undefined");
  return text;
}

export const sha256 = (text: string): string => createHash("sha256").update(text, "utf8").digest("hex");

/** The chained hash: SHA-256 over the previous hash and the canonical body, a line break between. */
export const chainHash = (previousHash: string, body: string): string => sha256(`${previousHash}\n${body}`);
