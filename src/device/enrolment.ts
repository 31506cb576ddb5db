import { waitAfterS } from "@/contract/session";
import { type Enrolment, localStore } from "./local-store";
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

/** Keeps what lets somebody who has just signed in do so here without a signal. The PIN itself is not kept. */
export async function enrol(badge: string, pin: string, person: Present): Promise<void> {
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const derived = await derive(pin, salt, iterations);
  await localStore().enrolments.put({
    badge,
    personId: person.personId,
    name: person.name,
    salt,
    iterations,
    derived,
    failures: 0,
    lastFailureMs: 0,
  });
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
  const derived = await derive(pin, kept.salt, kept.iterations);
  if (!derived.every((byte, i) => byte === kept.derived[i]))
    return { kind: "wrong_pin", waitMs: waitAfterMs(kept.failures + 1) };
  await enrolments.update(badge, { failures: 0, lastFailureMs: 0 });
  return { kind: "here", person: { personId: kept.personId, name: kept.name } };
}

/** A clock that was set back waits the whole of it again. */
function waitLeftMs({ failures, lastFailureMs }: Enrolment, nowMs: number): number {
  const waitMs = waitAfterMs(failures);
  return Math.min(waitMs, Math.max(0, lastFailureMs + waitMs - nowMs));
}

async function derive(pin: string, salt: Uint8Array, rounds: number): Promise<Uint8Array> {
  const key = await crypto.subtle.importKey("raw", new TextEncoder().encode(pin), "PBKDF2", false, [
    "deriveBits",
  ]);
  const how = { name: "PBKDF2", hash: "SHA-256", salt: salt as BufferSource, iterations: rounds };
  return new Uint8Array(await crypto.subtle.deriveBits(how, key, 256));
}
