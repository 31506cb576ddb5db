import { applies } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { legged } from "../vocabulary/families";
import type { Harm } from "./action";
import {
  type ByItself,
  deckSlidesWhen,
  fallsWhen,
  legSinksWhen,
  rollsPushedWhen,
  rollsWhen,
  swingsWhen,
  tipsWhen,
  waysDown,
} from "./by-itself";
import { always, type Bound, bind, isNever, legAxes, type Terms } from "./condition";
import { type Fault, sinks } from "./faults";
import { isFailed } from "./faulty";
import type { MachineFunction } from "./functions";

/** A standing danger: as long as it holds, somebody is hurt. */
export interface Danger {
  readonly harm: Harm["harm"];
  readonly when: Bound;
}

/** The standing dangers this machine can come into. */
export function dangersOf(sheet: Sheet, terms: Terms): readonly Danger[] {
  const onLegs =
    (legged as readonly string[]).includes(sheet.family) && applies(sheet, { features: ["outriggers"] });
  const standsOnLegs = onLegs ? "on_legs" : "on_wheels";
  return [
    { harm: "tips", when: bind(tipsWhen(standsOnLegs), terms) } as const,
    { harm: "falls", when: bind(fallsWhen, terms) } as const,
    { harm: "moves_unbidden", when: bind(deckSlidesWhen, terms) } as const,
  ].filter(({ when }) => !isNever(when));
}

const brakesHave = (faults: readonly Fault[]): "brakes_failed" | "brakes_good" =>
  ["brakes", "park_brake", "caster_locks"].some((part) => isFailed(faults, part, "dead"))
    ? "brakes_failed"
    : "brakes_good";

/** When it rolls under a push. */
export const rollsPushed = (faults: readonly Fault[], terms: Terms): Bound =>
  bind(rollsPushedWhen(brakesHave(faults)), terms);

/** What lowers by its valve, sinks by a leak, drifts or rolls: as built, and as it has failed. */
export function movingByItself(
  sheet: Sheet,
  functions: readonly MachineFunction[],
  faults: readonly Fault[],
  terms: Terms,
): readonly ByItself[] {
  const held = functions.filter(sinks);
  const axes = held.flatMap((fn) => fn.axes);
  const loweringPerS = Math.max(0, ...held.map((fn) => fn.ratePerS));
  const brakesFailed = brakesHave(faults);
  const bound = (entry: Omit<ByItself, "when">, when: Bound): readonly ByItself[] =>
    isNever(when) ? [] : [{ ...entry, when }];
  return [
    ...waysDown
      .filter((way) => applies(sheet, way.to))
      .flatMap(({ id, when, metered }) => {
        const ratePerS = loweringPerS * metered;
        if (isFailed(faults, id, "stuck_on"))
          return [{ id, see: "sinks", when: always, axes, ratePerS } as const];
        if (isFailed(faults, id, "dead")) return [];
        return bound({ id, see: "lowers", axes, ratePerS }, bind(when, terms));
      }),
    ...held
      .filter((fn) => isFailed(faults, `actuator.${fn.id}`, "leaking"))
      .map((fn): ByItself => ({ id: "leak", see: "sinks", when: always, axes: fn.axes, ratePerS: 0.002 })),
    ...(isFailed(faults, "leg_check_valves", "leaking")
      ? [{ id: "leg_leak", see: "sinks", when: always, axes: legAxes, ratePerS: 0.002 } as const]
      : []),
    ...bound({ id: "soft_ground", see: "sinks", axes: legAxes, ratePerS: 0.002 }, bind(legSinksWhen, terms)),
    ...(isFailed(faults, "swing_brake", "dead")
      ? bound({ id: "swing", see: "drifts", axes: ["axis.swing"], ratePerS: 0.01 }, bind(swingsWhen, terms))
      : []),
    ...bound({ id: "roll", see: "rolls", axes: [], ratePerS: 0 }, bind(rollsWhen(brakesFailed), terms)),
  ];
}
