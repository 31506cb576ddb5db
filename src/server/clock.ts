import { setting } from "./config";

// One for the process, whichever part of the server it was loaded by: parts that are loaded later must not lag behind.
const holder = globalThis as { rookStepStartedAt?: number };
holder.rookStepStartedAt ??= Date.now();
const startedAt = holder.rookStepStartedAt;
const set = setting("ROOK_STEP_DEMO_NOW");

/**
 * The server's clock. `ROOK_STEP_DEMO_NOW` (an ISO time) starts it elsewhere for pictures and rehearsals; every
 * page then says so.
 */
export function now(): Date {
  if (set === undefined) return new Date();
  return new Date(Date.parse(set) + (Date.now() - startedAt));
}

export const clockIsSet = set !== undefined;
