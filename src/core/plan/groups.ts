import type { Check } from "../catalogue/catalogue";
import type { CheckStation, StopId } from "../catalogue/types";
import type { Practice } from "../vocabulary/practice";
import { type PlanId, type PlanState, withValue } from "../vocabulary/state/values";
import { foundRaised } from "./found";
import type { Outline, OutlineM } from "./places";
import { rulesUnder } from "./precedence";

/**
 * Checks done in one go: same stop, same state, the same place in the order. The unit of the search: inside a
 * group there is nothing to decide.
 */
export interface Group {
  readonly index: number;
  readonly checks: readonly Check[];
  readonly needs: PlanState;
  readonly leaves: PlanState;
  readonly stop: StopId;
  readonly station: CheckStation;
  readonly at: OutlineM | undefined;
  /** The looks of the walk, done in one loop. */
  readonly onWalk: boolean;
  /** Proves from the ground that the platform can be brought down. */
  readonly lowers: boolean;
  /** Passes rails, gate and anchors before anyone steps in. */
  readonly rails: boolean;
  /** Proves the platform's stop button. */
  readonly stops: boolean;
  /** Indices of the groups that come before it, by the rules of order. */
  readonly after: readonly number[];
}

/** The groups of these checks, in the order of the catalogue, with what must come before each. */
export function groupsOf(
  checks: readonly Check[],
  practice: Practice,
  known: ReadonlySet<PlanId>,
  outline: Outline,
  found: PlanState,
): readonly Group[] {
  const states = new Map(checks.map((check) => [check, needsOf(check, known)]));
  const rules = rulesUnder(practice, foundRaised(found));
  const byKey = new Map<string, Check[]>();
  const roles = new Map<Check, Roles>();
  for (const check of checks) {
    const mine: Roles = {
      earlier: bits(rules.map((rule) => rule.earlier(check))),
      later: bits(rules.map((rule) => rule.later(check))),
    };
    roles.set(check, mine);
    const { definition } = check;
    const apart = definition.leaves === undefined ? "" : check.key;
    const key = [
      check.at,
      definition.station,
      definition.phase,
      stateKey(states.get(check) ?? {}),
      ...mine.earlier,
      ...mine.later,
      apart,
    ].join("|");
    const together = byKey.get(key);
    if (together === undefined) byKey.set(key, [check]);
    else together.push(check);
  }
  const lists = [...byKey.values()];
  const roleOf = (list: readonly Check[]) => roles.get(list[0] as Check) as Roles;
  return lists.map((list, index) => {
    const head = list[0] as Check;
    const { definition } = head;
    const mine = roleOf(list);
    return {
      index,
      checks: list,
      needs: states.get(head) ?? {},
      leaves: only(definition.leaves ?? {}, known),
      stop: head.at,
      station: definition.station,
      // The ground is looked over from wherever one stands.
      at: definition.phase === "test_area" ? undefined : outline.at(head.at),
      onWalk: definition.phase === "walk" || definition.phase === "rails",
      lowers:
        definition.part === "emergency_lowering" &&
        definition.station === "ground" &&
        definition.powered === true,
      rails: definition.phase === "rails",
      stops: list.some((check) => check.definition.id === "platform.stop_button"),
      after: lists.flatMap((other, before) => {
        return other !== list && comesBefore(roleOf(other), mine) ? [before] : [];
      }),
    };
  });
}

/** What a check needs of the variables this machine has; whatever is powered needs a confirmed test area. */
export function needsOf({ definition }: Check, known: ReadonlySet<PlanId>): PlanState {
  const needs = only(definition.needs, known);
  return definition.powered === true ? { ...needs, testArea: "confirmed" } : needs;
}

/** In the order of the machine's variables, so that equal states read alike. */
function only(state: PlanState, known: ReadonlySet<PlanId>): PlanState {
  let kept: PlanState = {};
  for (const id of known) {
    const value = state[id];
    if (value !== undefined) kept = withValue(kept, id, value);
  }
  return kept;
}

/** One text for equal states. */
export const stateKey = (state: PlanState): string =>
  Object.entries(state)
    .map(([id, value]) => `${id}=${value}`)
    .join(",");

/** The rules a check is the earlier or the later side of, one bit a rule. */
interface Roles {
  readonly earlier: Bits;
  readonly later: Bits;
}

/** As many rules as there are, thirty to a word. */
type Bits = readonly number[];

const bits = (flags: readonly boolean[]): Bits => {
  const words = Array.from({ length: Math.ceil(flags.length / 30) }, () => 0);
  for (const [i, flag] of flags.entries())
    if (flag) {
      const word = Math.floor(i / 30);
      words[word] = (words[word] ?? 0) | (1 << (i % 30));
    }
  return words;
};

/** A rule puts one before the other; one that would put each before the other says nothing of them. */
function comesBefore(one: Roles, other: Roles): boolean {
  for (let i = 0; i < one.earlier.length; i++) {
    const before = (one.earlier[i] as number) & (other.later[i] as number);
    const after = (other.earlier[i] as number) & (one.later[i] as number);
    if ((before & ~after) !== 0) return true;
  }
  return false;
}
