import type { Diagnoser, Observed } from "@/core/diagnose/diagnose";
import { asItMust } from "@/core/diagnose/sight";
import { sightsOfCondition } from "@/core/diagnose/told";
import type { HandCase } from "./hand-cases";

/** The answers a case tells, test by test. A line that fits no test of the machine is a mistake in the case. */
export function answersIn(
  diagnoser: Diagnoser,
  { name, seen }: Pick<HandCase, "name" | "seen">,
): readonly Observed[] {
  const told = new Map<string, Observed>();
  for (const line of seen) {
    const words = line.split(" ");
    const says = words.pop() ?? "";
    const ids = diagnoser.questions.map(({ id }) => id).filter((id) => isMeant(words, id));
    if (ids.length === 0) throw new RangeError(`${name}: no test of this machine is "${words.join(" ")}"`);
    const sights = says === "ok" ? asItMust : sightsOfCondition(says);
    for (const question of ids)
      told.set(question, { question, sights, ...(says === "intermittent" ? { sometimes: true } : {}) });
  }
  return [...told.values()];
}

/** `ground *`, `both rotate.left`, `auxiliary ground *`, or the id of a check. */
function isMeant(words: readonly string[], id: string): boolean {
  const move = words.at(-1) ?? "";
  if (words.length === 1) return id === move;
  const named = words.at(-2) ?? "";
  const power = words[0] === "auxiliary" && words.length === 3 ? "auxiliary" : "move";
  return (named === "both" ? ["ground", "platform"] : [named]).some((station) => {
    const prefix = `${power}.${station}.`;
    return move === "*" ? id.startsWith(prefix) : id === `${prefix}${move}`;
  });
}
