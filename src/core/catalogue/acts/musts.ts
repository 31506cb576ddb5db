import { buildMachine } from "../../machine/machine";
import { stands } from "../../machine/stands";
import type { Sheet } from "../../sheet/sheet";
import type { Check } from "../catalogue";
import type { Must } from "./act";
import { actsOf } from "./acts";

export type MustWord = Must["must"];

/** What must not happen is easily passed over: these are said before anything else of a test. */
const holdsBack: ReadonlySet<MustWord> = new Set([
  "stay",
  "not_start",
  "hold",
  "slow_down",
  "stop_itself",
  "die",
]);

/**
 * What a test must show on this machine, by the acts it is made of, each once in their order; nothing for one that only
 * asks for something to move, which goes without saying, and for what is looked at.
 */
export function mustsOf(sheet: Sheet, check: Check): readonly MustWord[] {
  let byCheck = known.get(sheet);
  if (byCheck === undefined) {
    byCheck = new Map();
    known.set(sheet, byCheck);
  }
  let musts = byCheck.get(check.key);
  if (musts === undefined) {
    musts = workedOut(sheet, check);
    byCheck.set(check.key, musts);
  }
  return musts;
}

const known = new WeakMap<Sheet, Map<string, readonly MustWord[]>>();

function workedOut(sheet: Sheet, check: Check): readonly MustWord[] {
  const machine = buildMachine(sheet);
  const acts = actsOf(check, {
    machine,
    stands: (station, group, given) => ({
      ...stands(machine, check.definition.needs, { station, group }),
      ...given,
    }),
  });
  const musts = acts.flatMap(({ deeds }) =>
    deeds.flatMap(({ must }) => (must === undefined ? [] : [must.must])),
  );
  const each = [...new Set(musts)];
  return each.some((one) => holdsBack.has(one)) ? each : [];
}
