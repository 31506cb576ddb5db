import type { How } from "@/core/measure/methods";

/** What was read of a check: in its stored unit, the limit where it was read off the plate, and how it was worked out. */
export interface Reading {
  readonly value: number;
  readonly limitRead?: number;
  readonly how?: How;
}

/** Readings of this walk by the id of their check: one may be worked out from another. */
export type Readings = Readonly<Record<string, number>>;
