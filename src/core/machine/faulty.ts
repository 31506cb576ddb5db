import type { Station } from "../vocabulary/stations";
import { aboveBound, allBound, always, type Bound, bind, isBound, never, type Terms } from "./condition";
import type { ComponentId, Fault, FaultMode } from "./faults";
import type { MachineFunction } from "./functions";
import type { BoundInterlock, Interlock } from "./interlock";
import type { MovementFault } from "./movement";

/** An interlock as its sensor makes it: dead never acts, stuck always, mis-set at the wrong amount. */
export function bindFaulty(interlock: Interlock, terms: Terms, faults: readonly Fault[]): BoundInterlock {
  const { id, effect, source } = interlock;
  const modes = faults.filter((f) => f.component === `sensor.${id}`).map((f) => f.mode);
  const bound = bind(interlock.when, terms);
  const when: Bound = modes.includes("dead")
    ? never
    : modes.includes("stuck_on")
      ? always
      : modes.includes("intermittent")
        ? allBound([bound, isBound("loose contact", "made")])
        : modes.includes("mis_set")
          ? misSet(bound)
          : bound;
  return { id, effect, source, when };
}

/** Acts late: every amount it watches must be twice as large, or half way to the end of travel. */
function misSet(bound: Bound): Bound {
  if (bound.op === "is") return bound;
  if (bound.op !== "above") return { ...bound, parts: bound.parts.map(misSet) };
  return aboveBound(bound.variable, bound.limit < 0.5 ? bound.limit * 2 + 0.2 : (bound.limit + 1) / 2);
}

/**
 * What the faults planted in a machine make of one movement. `enable` is the switch that enables its station; one that
 * also runs the auxiliary takes that along.
 */
export function faultOf(
  faults: readonly Fault[],
  station: Station,
  fn: MachineFunction,
  direction: string,
  enable: ComponentId,
): MovementFault {
  const shared = [
    "supply",
    `panel.${station}`,
    `switch.${station}.${fn.id}`,
    `contact.${station}.${fn.id}.${direction}`,
    `manifold.${fn.group}`,
    `coil.${fn.id}.${direction}`,
    `actuator.${fn.id}`,
  ];
  const state = (parts: readonly string[]) =>
    parts.some((part) => isFailed(faults, part, "dead"))
      ? ("dead" as const)
      : parts.some((part) => isFailed(faults, part, "intermittent"))
        ? ("maybe" as const)
        : ("good" as const);
  return {
    main: state([...shared, "pump.main", enable]),
    auxiliary: state([...shared, "pump.auxiliary", ...(enable === "start_switch" ? [enable] : [])]),
    weak: isFailed(faults, `actuator.${fn.id}`, "weak") || isFailed(faults, "pump.main", "weak"),
    sticks:
      isFailed(faults, `coil.${fn.id}.${direction}`, "stuck_on") ||
      isFailed(faults, `switch.${station}.${fn.id}`, "stuck_on"),
    enableStuck: isFailed(faults, enable, "stuck_on"),
  };
}

export const isFailed = (faults: readonly Fault[], component: string, mode: FaultMode): boolean =>
  faults.some((f) => f.component === component && f.mode === mode);

/** What is failed so among the components whose names begin alike. */
export const componentsIn = (faults: readonly Fault[], prefix: string, mode: FaultMode): readonly string[] =>
  faults
    .filter((f) => f.mode === mode && f.component.startsWith(prefix))
    .map((f) => f.component.slice(prefix.length));
