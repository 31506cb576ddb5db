import type { Act } from "../catalogue/acts/act";
import type { Draft } from "../machine/action";
import { followAll } from "../machine/follow";
import { type FunctionGroup, mainLift } from "../machine/functions";
import type { Machine } from "../machine/machine";
import { stands } from "../machine/stands";
import type { AxisId, PlanId, PlanState, State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";

/** Where each axis stands, as the walk has left it. */
export type Axes = { readonly [Axis in AxisId]?: number };

/** What a change of the plan moves, axis by axis. */
const moved: Partial<Record<PlanId, (machine: Machine) => readonly AxisId[]>> = {
  posture: (machine) => mainLift(machine.functions)?.axes ?? [],
  outriggers: (machine) => machine.functions.filter((fn) => fn.group === "legs").flatMap((fn) => fn.axes),
  axles: () => ["axis.axles"],
};

/** To a thousand-millionth of its travel: what rounding leaves over is no height to fall from. */
const axesIn = (state: State): Axes =>
  Object.fromEntries(
    Object.entries(state).flatMap(([id, at]) =>
      id.startsWith("axis.") && typeof at === "number" ? [[id, Math.round(at * 1e9) / 1e9]] : [],
    ),
  ) as Axes;

/** Where they stand on a machine as a plan's state has it. */
export const axesAt = (machine: Machine, plan: PlanState): Axes => {
  const first = machine.stations[0] ?? "ground";
  const state = stands(machine, plan, { station: first, group: "lift", end: "usual" });
  const legs = plan.outriggers === undefined ? moved.outriggers?.(machine) : [];
  return { ...axesIn(state), ...Object.fromEntries((legs ?? []).map((axis) => [axis, 0])) };
};

/** Where they stand once a change of the plan is made; what it does not move stays. */
export function axesAfter(machine: Machine, axes: Axes, plan: PlanState, changed: PlanId): Axes {
  const ids = moved[changed]?.(machine);
  if (ids === undefined || plan[changed] === "unknown") return axes;
  const there = axesIn(
    stands(machine, plan, { station: machine.stations[0] ?? "ground", group: "lift", end: "usual" }),
  );
  return { ...axes, ...Object.fromEntries(ids.map((id) => [id, there[id] ?? axes[id] ?? 0])) };
}

/** The machine as an act finds it: what the plan says of it, the axes where they stand, what is held for the act. */
export function starting(
  machine: Machine,
  plan: PlanState,
  axes: Axes,
  station: Station,
  group: FunctionGroup,
  given?: State,
): State {
  const state: Draft = { ...stands(machine, plan, { station, group }), ...axes };
  followAll(machine, state);
  return { ...state, ...given };
}

/** Where an act leaves the axes. */
export const axesLeft = (state: State): Axes => axesIn(state);

export const startingFor = (
  machine: Machine,
  plan: PlanState,
  axes: Axes,
  { station, group, given }: Pick<Act, "station" | "group" | "given">,
): State => starting(machine, plan, axes, station, group, given);
