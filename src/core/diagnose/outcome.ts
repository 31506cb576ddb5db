import type { Fault } from "../machine/faults";
import { buildMachine, type Machine } from "../machine/machine";
import { faultName } from "../proof/faults";
import { couldShow } from "../proof/reads";
import { type Failing, onFailing } from "../proof/run";
import type { Question } from "./question";
import { asItMust, noSight, type Sights, sightsOf } from "./sight";

/**
 * What a test may come to on a failing machine: any of these sights, and *as it must* only where every deed of it may
 * go as it must. A deed that certainly goes wrong ends its act: nobody goes on with it.
 */
export function sightsUnder(machine: Machine, failing: Failing, { trials, check }: Question): Sights {
  const stopping = check?.definition.measure?.quantity === "stopping_distance" ? "measured" : "by_eye";
  let all = asItMust;
  let seen = noSight;
  for (const { act, from, sound } of trials) {
    if (!failing.faults.some((fault) => couldShow(machine, act, from, fault))) continue;
    for (const one of onFailing(machine, failing, from, act, sound)) {
      if (one.deed.must === undefined || one.result === one.sound) continue;
      const sights = sightsOf(
        { machine: failing.machine, result: one.result, before: one.before },
        { machine, result: one.sound, before: one.stood },
        one.deed,
        stopping,
      );
      seen |= sights & ~asItMust;
      if ((sights & asItMust) !== 0) continue;
      all = noSight;
      break;
    }
  }
  return all | seen;
}

/** A part failing in some way, and what every test may come to with it: worked out as it is asked for, and kept. */
export interface Suspect {
  readonly faults: readonly Fault[];
  /** The failing machine, built when it is first run. */
  readonly failing: () => Failing;
  readonly of: (question: Question) => Sights;
}

/** What each test may come to under a set of faults. */
export function suspectOf(machine: Machine, faults: readonly Fault[]): Suspect {
  const known = new Map<Question, Sights>();
  let built: Failing | undefined;
  const failing = () => {
    built ??= { machine: buildMachine(machine.sheet, faults), faults };
    return built;
  };
  return {
    faults,
    failing,
    of: (question) => {
      let sights = known.get(question);
      if (sights === undefined) {
        const reads = question.trials.some(({ act, from }) =>
          faults.some((fault) => couldShow(machine, act, from, fault)),
        );
        sights = reads ? sightsUnder(machine, failing(), question) : asItMust;
        known.set(question, sights);
      }
      return sights;
    },
  };
}

export const suspectName = ({ faults }: Pick<Suspect, "faults">): string => faults.map(faultName).join(" + ");
