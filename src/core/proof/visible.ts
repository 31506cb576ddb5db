import type { Act, Deed } from "../catalogue/acts/act";
import {
  crank,
  enabled,
  letEnableGo,
  letGo,
  type Move,
  movementsAt,
  operate,
  push,
  set,
  shortS,
  wait,
} from "../catalogue/acts/deeds";
import type { Draft } from "../machine/action";
import { waysDown } from "../machine/by-itself";
import { legAxes, raised, test, variablesIn } from "../machine/condition";
import { followAll } from "../machine/follow";
import { type FunctionGroup, mainLift } from "../machine/functions";
import { boundOn, type Machine, readyState } from "../machine/machine";
import { movementKey } from "../machine/movement";
import { forbids } from "../machine/permitted";
import { bandsOf } from "../machine/stands";
import { valuesOf } from "../machine/variables";
import type { State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Failed, Subject } from "./faults";
import { couldShow } from "./reads";
import { run, tellsApart } from "./run";

/**
 * The faults some permitted act shows for certain in some state people may bring this machine to, worked out from the
 * model and the permitted acts alone: no plan and no check is asked. States differ from a machine made ready by where
 * its lift, legs and axles stand and by one thing more.
 */
export function visibleOf({ machine, failed }: Subject): readonly Failed[] {
  // A loose contact may show in any act and shows for certain in none.
  const open = new Set(failed.filter(({ fault }) => fault.mode !== "intermittent"));
  for (const station of machine.stations) {
    for (const group of new Set(machine.functions.map((fn) => fn.group))) {
      for (const { state, otherwise } of statesOf(machine, station, group)) {
        if (!mayStand(machine, state)) continue;
        for (const act of actsIn(machine, state, station, group, otherwise)) {
          const left = [...open].filter(({ fault }) => couldShow(machine, act, state, fault));
          if (left.length === 0 || !permitted(machine, state, act)) continue;
          const healthy = run(machine, state, act);
          for (const one of left)
            if (tellsApart(machine, one, state, act, healthy) === "always") open.delete(one);
        }
      }
    }
  }
  return failed.filter((one) => one.fault.mode !== "intermittent" && !open.has(one));
}

/** A state nobody brings about only to try what is argued never to be tried. */
export function mayStand(machine: Machine, state: State): boolean {
  const up = test(boundOn(machine, raised), state) === 1;
  // Nothing is raised out of level, nor driven there raised.
  if (up && state.incline !== undefined && !["level", "block"].includes(state.incline)) return false;
  return !machine.interlocks.some(
    ({ untried, when }) => untried !== undefined && test(boundOn(machine, when), state) === 1,
  );
}

function permitted(machine: Machine, from: State, act: Act): boolean {
  let state = from;
  for (const deed of act.deeds) {
    if (forbids(machine, state, "operator", deed.action).length > 0) return false;
    ({ state } = run(machine, state, { deeds: [deed] }));
  }
  return true;
}

/** Made ready, at each height, on and off its legs and axles; and each of those with one thing set otherwise. */
function statesOf(machine: Machine, station: Station, group: FunctionGroup): readonly Standing[] {
  const ready = readyState(machine, station, group);
  const lift = mainLift(machine.functions)?.axes[0];
  const bands = bandsOf(machine);
  const heights = lift === undefined ? [0] : [0, bands.clear.low, bands.raised.usual];
  const onLegs = (at: number): Draft =>
    Object.fromEntries(legAxes.map((axis) => [axis, at])) as unknown as Draft;
  const footings: readonly Draft[] = [
    {},
    ...(ready["axis.axles"] === undefined ? [] : [{ "axis.axles": 0 }]),
    ...(ready[legAxes[0]] === undefined ? [] : [onLegs(0), onLegs(1)]),
  ];
  const bases = heights.flatMap((height) =>
    footings.map((footing): State => {
      const base: Draft = { ...ready, ...footing, ...(lift === undefined ? {} : { [lift]: height }) };
      followAll(machine, base);
      return base;
    }),
  );
  return bases.flatMap((base) => {
    const here: State = { ...base, who: station === "platform" ? "platform" : "ground" };
    return [{ state: here }, ...oneOtherwise(machine, here)];
  });
}

interface Standing {
  readonly state: State;
  /** What is set otherwise than at a machine made ready. */
  readonly otherwise?: string;
}

/** What nobody sets: it follows from what is done. */
export const followsByItself =
  /^(moving|who|tiltTripped|auxiliarySpent|cradle|brakePins|swung|directionConfirmed|(chosenFirst|enableTimedOut|enable)\..*)$/;

/** Words only: what stands part of the way is reached by working a function. */
function oneOtherwise(machine: Machine, state: State): readonly Standing[] {
  const read = new Set(
    [...machine.movements.values()].flatMap((m) => m.bearing.flatMap(({ when }) => [...variablesIn(when)])),
  );
  const others: Standing[] = [];
  for (const [id, values] of valuesOf(machine.sheet)) {
    const matters =
      read.has(id) ||
      ["charger", "incline", "horn", "range", "valve.brake_release", "valve.freewheel"].includes(id);
    if (!matters || followsByItself.test(id) || !Array.isArray(values)) continue;
    for (const value of values as readonly string[]) {
      if ((state as Record<string, unknown>)[id] === value) continue;
      const tilted = id === "incline" && state.tiltTripped !== undefined;
      const trips = value === "beyond_trip" || value === "one_slope";
      others.push({
        state: { ...state, [id]: value, ...(tilted ? { tiltTripped: trips ? "yes" : "no" } : {}) },
        otherwise: id,
      });
    }
  }
  return others;
}

/** Everything one may do: each movement in each way of using its enable, each stop, each way down, each sign. */
function actsIn(
  machine: Machine,
  state: State,
  station: Station,
  group: FunctionGroup,
  otherwise: string | undefined,
): readonly Act[] {
  const of = (deeds: readonly Deed[]): Act => ({ station, group, deeds, claims: [] });
  const reads = ({ fn, direction }: Move) =>
    otherwise === undefined ||
    machine.movements
      .get(movementKey(station, fn.id, direction))
      ?.bearing.some(({ when }) => variablesIn(when).includes(otherwise)) === true;
  const moves = movementsAt(machine, station).filter((tried) => tried.fn.group === group && reads(tried));
  const held = enabled(machine, station);
  const first = moves[0];
  return [
    ...moves.flatMap((tried) => movementActs(machine, state, tried, held).map(of)),
    ...(first === undefined ? [] : powerActs(machine, state, first, held).map(of)),
    ...waysDown
      .filter(({ opened }) => state[opened[0]] !== undefined)
      .map(({ opened: [variable, open, shut] }) =>
        of([set(variable, open), wait(1), set(variable, shut), wait(3)]),
      ),
    of([wait(60)]),
    of([push({ must: "hold" })]),
    ...(machine.engine && state.engine === "off"
      ? [of([crank({ must: "start" })]), of([...held, crank({ must: "start" })])]
      : []),
    ...(state.reachTest === undefined ? [] : [of([{ action: { do: "reach_self_test" }, seconds: 2 }])]),
    ...signsIn(machine, first, held).map(of),
  ];
}

function movementActs(
  machine: Machine,
  state: State,
  tried: Move,
  held: readonly Deed[],
): readonly (readonly Deed[])[] {
  const { fn } = tried;
  const long = fn.ratePerS === 0 ? shortS : 1.1 / fn.ratePerS;
  const auxiliary = state.auxiliaryRunS === undefined ? [] : (["auxiliary"] as const);
  return [
    [...held, operate(tried, shortS), letGo(tried), wait(6)],
    [...held, operate(tried, long), letGo(tried)],
    ...(held.length === 0
      ? []
      : [
          [operate(tried, shortS), letGo(tried)],
          [...held, operate(tried, shortS), letEnableGo(tried)],
          [operate(tried, 0), ...held, operate(tried, shortS)],
          ...(machine.enableTimeOutS === undefined
            ? []
            : [[...enabled(machine, tried.station, machine.enableTimeOutS + 1), operate(tried, shortS)]]),
        ]),
    ...machine.sheet.stopButtons.map(({ id }) => [...held, operate(tried, shortS), set(`stop.${id}`, "in")]),
    // The auxiliary is for an engine that is off.
    ...(state.engine === "running"
      ? []
      : auxiliary.map((source) => [...held, operate(tried, shortS, undefined, source), letGo(tried)])),
  ];
}

/** Power taken off and put back, something tried in between. */
function powerActs(
  machine: Machine,
  state: State,
  tried: Move,
  held: readonly Deed[],
): readonly (readonly Deed[])[] {
  const cuts = [
    ...machine.sheet.stopButtons.map(({ id }) => [`stop.${id}`, "in", "out"] as const),
    ...(state.disconnect === undefined ? [] : [["disconnect", "off", "on"] as const]),
    ...(state.key === undefined ? [] : [["key", "off", state.key] as const]),
  ];
  const source =
    state.auxiliaryRunS === undefined || !tried.fn.auxiliary
      ? []
      : [operate(tried, shortS, undefined, "auxiliary")];
  return cuts.flatMap(([variable, off, on]) => [
    [set(variable, off), ...held, operate(tried, shortS), letGo(tried), ...source],
    [
      set(variable, off),
      set(variable, on),
      wait(0, { must: "show_all" }),
      ...held,
      operate(tried, 0.5),
      letGo(tried),
      ...source,
    ],
  ]);
}

/** Every lamp and sound, as it stands and while something moves. */
function signsIn(
  machine: Machine,
  first: Move | undefined,
  held: readonly Deed[],
): readonly (readonly Deed[])[] {
  const signs = machine.interlocks.flatMap(({ shows }) => (shows === undefined ? [] : [shows]));
  const lamps = new Set([
    ...signs.flatMap(({ lamp }) => lamp ?? []),
    ...([
      "axles",
      "legs",
      "lift_permitted",
      "range_light",
      "range_heavy",
      "beacon",
      "tilt",
      "charging",
      "take_off",
    ] as const),
  ]);
  const sounds = new Set([
    ...signs.flatMap(({ sound }) => sound ?? []),
    ...(["horn", "tilt", "lowering", "travel", "reversing"] as const),
  ]);
  const looks = [
    ...[...lamps].map((lamp) => wait(0, { must: "show", lamp, as: "steady" })),
    ...[...sounds].map((sound) => wait(0, { must: "sound", sound })),
  ];
  const moving =
    first === undefined
      ? []
      : first.fn.directions.map((direction) => [...held, operate({ ...first, direction }, shortS), ...looks]);
  return [looks, ...moving];
}
