import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { type PumpDuty, pumpDown } from "./holding";
import type { How } from "./methods";
import { timedPart } from "./way-down";

/** Tests on the emergency pump, which may run only so long at a time. */
const onThePump: ReadonlySet<string> = new Set(["ground.auxiliary", "platform.auxiliary"]);

/** Whether a check runs the emergency pump of a machine whose sheet says for how long it may. */
const isTimedOnPump = (sheet: Sheet, check: string): boolean =>
  onThePump.has(check) && figureOf(sheet, "auxiliary_longest_run") !== undefined;

/** Down from full height on the pump, by what a part of it took; undefined for anything that is no such timing. */
export function pumpDutyOf(sheet: Sheet, check: string, { method, inputs }: How): PumpDuty | undefined {
  const longestRunS = figureOf(sheet, "auxiliary_longest_run");
  if (method !== timedPart || !isTimedOnPump(sheet, check) || longestRunS === undefined) return undefined;
  const tookS = inputs["timeS"] ?? Number.NaN;
  const part = (inputs["partPercent"] ?? Number.NaN) / 100;
  try {
    return pumpDown({ tookS, part, longestRunS, restS: figureOf(sheet, "auxiliary_rest") ?? 0 });
  } catch {
    return undefined;
  }
}
