import type { Diagnoser } from "../../src/core/diagnose/diagnose";
import type { Suspect } from "../../src/core/diagnose/outcome";
import type { Question } from "../../src/core/diagnose/question";
import { asItMust, noSight, type Sights, sightsOf } from "../../src/core/diagnose/sight";
import type { Machine } from "../../src/core/machine/machine";
import { step } from "../../src/core/machine/step";

/** What a test may come to on a failing machine: every deed run, nothing left out for what it reads. */
function sightsRunning(sound: Machine, failing: Machine, { trials, check }: Question): Sights {
  const stopping = check?.definition.measure?.quantity === "stopping_distance" ? "measured" : "by_eye";
  let all = asItMust;
  let seen = noSight;
  for (const { act, from } of trials) {
    let [mine, right] = [from, from];
    for (const deed of act.deeds) {
      const result = step(failing, mine, deed.action, deed.seconds);
      const meant = step(sound, right, deed.action, deed.seconds);
      const of = { machine: failing, result, before: mine };
      const sights = sightsOf(of, { machine: sound, result: meant, before: right }, deed, stopping);
      seen |= sights & ~asItMust;
      mine = result.state;
      right = meant.state;
      if ((sights & asItMust) !== 0) continue;
      all = noSight;
      break;
    }
  }
  return all | seen;
}

/** Suspects that no test tells apart, by running all of them through all tests. */
export function exhaustiveGroups(
  { machine, questions }: Pick<Diagnoser, "machine" | "questions">,
  suspects: readonly Suspect[],
): readonly (readonly Suspect[])[] {
  const groups = new Map<string, Suspect[]>();
  for (const suspect of suspects) {
    const failing = suspect.failing().machine;
    const signature = questions.map((question) => sightsRunning(machine, failing, question)).join(" ");
    groups.set(signature, [...(groups.get(signature) ?? []), suspect]);
  }
  return [...groups.values()];
}
