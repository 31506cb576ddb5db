import type { ComponentKind, Fault } from "../machine/faults";
import type { Explanation } from "./diagnose";

/** Where along the way from the battery to the movement a part lies, as a meter at the valve's plug tells it. */
export type Side = "before_the_plug" | "beyond_the_plug";

/** What carries the current as far as the plug of a valve, and what follows it there. */
const sides: Readonly<Partial<Record<ComponentKind, Side>>> = {
  supply: "before_the_plug",
  panel: "before_the_plug",
  enable: "before_the_plug",
  stop: "before_the_plug",
  switch: "before_the_plug",
  contact: "before_the_plug",
  refusal: "before_the_plug",
  slowing: "before_the_plug",
  coil: "beyond_the_plug",
  manifold: "beyond_the_plug",
  actuator: "beyond_the_plug",
  pump: "beyond_the_plug",
};

/** Where to put the meter: at the plug of this function's valve, with the function held at this station. */
export interface MeterAt {
  readonly station: string;
  readonly function: string;
  readonly direction: string;
  /** Suspects that stay where there is voltage, and where there is none. */
  readonly voltage: readonly Fault[];
  readonly none: readonly Fault[];
}

/**
 * Where a meter at the plug of a valve parts the suspects that explain a movement that does not come: voltage there says
 * that all before it works. Undefined where it would not part them. Technicians only: it is measured under power.
 */
export function meterAt(
  explanations: readonly Explanation[],
  kindOf: (fault: Fault) => ComponentKind | undefined,
  deadMovement: Pick<MeterAt, "station" | "function" | "direction"> | undefined,
): MeterAt | undefined {
  const [first] = explanations;
  if (first === undefined || deadMovement === undefined) return undefined;
  const suspects = explanations
    .filter(({ fit, groups }) => fit === first.fit && groups.length === 1)
    .flatMap(({ groups }) => groups.flat());
  const on = (side: Side) =>
    suspects.filter((fault) => {
      const kind = kindOf(fault);
      return kind !== undefined && sides[kind] === side;
    });
  const [voltage, none] = [on("beyond_the_plug"), on("before_the_plug")];
  return voltage.length === 0 || none.length === 0 ? undefined : { ...deadMovement, voltage, none };
}
