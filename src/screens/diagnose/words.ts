import type { Says } from "@/core/diagnose/answers";
import type { Fault } from "@/core/machine/faults";
import { conditionWord, type T, titleOf } from "../inspect/words";
import { faultWords } from "../proof/words";

interface Movement {
  readonly power: "main" | "auxiliary";
  readonly station: string;
  readonly function: string;
  readonly direction: string;
}

/** A test of one movement, from its id; undefined for any other test. */
export function movementOf(id: string): Movement | undefined {
  const [kind, station, fn, direction] = id.split(".");
  if ((kind !== "move" && kind !== "auxiliary") || station === undefined) return undefined;
  if (fn === undefined || direction === undefined) return undefined;
  return { power: kind === "move" ? "main" : "auxiliary", station, function: fn, direction };
}

/** What a test is called, with where it is made. */
export function testWords(t: T, id: string): string {
  const move = movementOf(id);
  if (move === undefined) return titleOf(t, id);
  const fn = t(`function.${move.function}`);
  const direction = t(`direction.${move.direction}`);
  const station = t(`station.${move.station}`).toLowerCase();
  return move.power === "main"
    ? `${fn} ${direction}, ${station}`
    : t("diagnose.onAuxiliaryAt", { function: fn, direction, station });
}

export const saysWords = (t: T, says: Says): string =>
  says === "fine" ? t("diagnose.asItMust") : conditionWord(t, says);

export const suspectsWords = (t: T, faults: readonly Fault[]): string =>
  faults.map((fault) => faultWords(t, fault)).join("; ");
