import { buildMachine } from "../../machine/machine";
import { standsIn } from "../../machine/stands";
import type { Sheet } from "../../sheet/sheet";
import type { Check } from "../catalogue";
import type { Must } from "./act";
import { actsOf } from "./acts";

export type MustWord = Must["must"];

/** What must not happen is easily passed over: a test with any of these says what it must show. */
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
  const musts = known.get(check) ?? workedOut(sheet, check);
  known.set(check, musts);
  return musts;
}

/** A check is of one sheet, and never changes. */
const known = new WeakMap<Check, readonly MustWord[]>();

function workedOut(sheet: Sheet, check: Check): readonly MustWord[] {
  const machine = buildMachine(sheet);
  const acts = actsOf(check, { machine, stands: standsIn(machine, check.definition.needs) });
  const musts = acts.flatMap(({ deeds }) =>
    deeds.flatMap(({ must }) => (must === undefined ? [] : [must.must])),
  );
  const each = [...new Set(musts)];
  return each.some((one) => holdsBack.has(one)) ? each : [];
}
