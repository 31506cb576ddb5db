import { waitAfterS } from "@/contract/session";
import { makeKey, openKey, takeUp } from "./keys";
import { type Enrolment, localStore, type WrappedKey } from "./local-store";
import type { Present } from "./present";

/** Slow on purpose: a second or so on a tablet for each PIN tried. A short PIN on a stolen tablet stays a weak lock. */
const iterations = 600_000;

const waitAfterMs = (failures: number): number => waitAfterS(failures) * 1000;

/** What became of a badge and a PIN tried without a signal. */
export type Unlocked =
  | { readonly kind: "here"; readonly person: Present }
  /** This badge has never signed in on this device with a signal. */
  | { readonly kind: "not_enrolled" }
  | { readonly kind: "wrong_pin"; readonly waitMs: number }
  | { readonly kind: "wait"; readonly waitMs: number };

/**
 * Keeps what lets somebody who has just signed in do so here without a signal, and opens the key they sign with here.
 * Gives its public half. The PIN itself is not kept; a key that another PIN had locked is given up for a new one.
 */
export async function enrol(badge: string, pin: string, person: Present): Promise<WrappedKey> {
  const { personId, name } = person;
  const kept = await localStore().enrolments.get(badge);
  let [salt, rounds, wrapped] = [kept?.salt, kept?.iterations, kept?.key];
  let key: CryptoKey | undefined;
  if (kept !== undefined && kept.personId === personId)
    key = await openKey(kept.key, await lockOf(pin, kept.salt, kept.iterations));
  if (key === undefined || wrapped === undefined || salt === undefined || rounds === undefined) {
    [salt, rounds] = [crypto.getRandomValues(new Uint8Array(16)), iterations];
    const lock = await lockOf(pin, salt, rounds);
    wrapped = await makeKey(lock);
    key = await openKey(wrapped, lock);
    if (key === undefined) throw new Error("expected a new key to open");
  }
  const fresh = { failures: 0, lastFailureMs: 0 };
  const row = { badge, personId, name, salt, iterations: rounds, key: wrapped, ...fresh };
  await localStore().enrolments.put(row);
  await takeUp(personId, wrapped.id, key);
  return wrapped;
}

/** Tries a badge and a PIN against what this device keeps. A wrong PIN makes the next try wait longer. */
export async function unlock(badge: string, pin: string, nowMs: number): Promise<Unlocked> {
  const { enrolments } = localStore();
  // The failure is counted before the PIN is tried, so that tries made at once, or cut short, all count.
  const counted = await localStore().transaction("rw", enrolments, async () => {
    const kept = await enrolments.get(badge);
    if (kept === undefined) return undefined;
    const leftMs = waitLeftMs(kept, nowMs);
    if (leftMs > 0) return { kept, leftMs };
    await enrolments.update(badge, { failures: kept.failures + 1, lastFailureMs: nowMs });
    return { kept, leftMs: 0 };
  });
  if (counted === undefined) return { kind: "not_enrolled" };
  const { kept, leftMs } = counted;
  if (leftMs > 0) return { kind: "wait", waitMs: leftMs };
  const { personId, name } = kept;
  const key = await openKey(kept.key, await lockOf(pin, kept.salt, kept.iterations));
  if (key === undefined) return { kind: "wrong_pin", waitMs: waitAfterMs(kept.failures + 1) };
  await enrolments.update(badge, { failures: 0, lastFailureMs: 0 });
  await takeUp(personId, kept.key.id, key);
  return { kind: "here", person: { personId, name } };
}

/** A clock that was set back waits the whole of it again. */
function waitLeftMs({ failures, lastFailureMs }: Enrolment, nowMs: number): number {
  const waitMs = waitAfterMs(failures);
  return Math.min(waitMs, Math.max(0, lastFailureMs + waitMs - nowMs));
}

/** What a PIN opens: nothing that would tell a right one from a wrong one is kept but the key it locks. */
async function lockOf(pin: string, salt: Uint8Array, rounds: number): Promise<CryptoKey> {
  const from = await crypto.subtle.importKey("raw", new TextEncoder().encode(pin), "PBKDF2", false, [
    "deriveKey",
  ]);
  const how = { name: "PBKDF2", hash: "SHA-256", salt: salt as BufferSource, iterations: rounds };
  return crypto.subtle.deriveKey(how, from, { name: "AES-GCM", length: 256 }, false, [
    "wrapKey",
    "unwrapKey",
  ]);
}
