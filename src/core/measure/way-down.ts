import { wholeWayS } from "./holding";
import type { How, Input } from "./methods";

/** Tests in which the platform comes down by what no engine or motor drives: a valve, a cable, the emergency pump. */
const waysDown: ReadonlySet<string> = new Set([
  "ground.auxiliary",
  "ground.descent_valve",
  "platform.auxiliary",
  "lower.valve",
  "lower.bleed_down",
  "lower.electric",
  "lower.cable",
]);

export const isWayDown = (check: string): boolean => waysDown.has(check);

/** How a way down is timed: seconds for a part of it. */
export const timedPart = "timed_part";
export const timedPartInputs: readonly Input[] = [
  { id: "timeS", unit: "s" },
  { id: "partPercent", unit: "%" },
];

/** No lift takes longer to come down, s: what does is a slip of the finger. */
const longestS = 3_600;

/** Seconds down from full height, by what a part of the way took; undefined for anything that is no such timing. */
export function loweringTimeS(check: string, { method, inputs }: How): number | undefined {
  if (method !== timedPart || !isWayDown(check)) return undefined;
  try {
    const seconds = wholeWayS(inputs["timeS"] ?? Number.NaN, (inputs["partPercent"] ?? Number.NaN) / 100);
    return seconds <= longestS ? seconds : undefined;
  } catch {
    return undefined;
  }
}
