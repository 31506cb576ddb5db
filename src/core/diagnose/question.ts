import type { Act } from "../catalogue/acts/act";
import { actsOf } from "../catalogue/acts/acts";
import {
  act,
  enabled,
  letGo,
  movementsAt,
  operate,
  otherWay,
  secondsTo,
  shortS,
} from "../catalogue/acts/deeds";
import { type Check, checksOf } from "../catalogue/catalogue";
import { atGround, atPlatform } from "../catalogue/states";
import { amount } from "../machine/action";
import type { FunctionGroup } from "../machine/functions";
import type { Machine } from "../machine/machine";
import { foundState } from "../plan/found";
import { type Axes, axesAt, starting } from "../proof/carried";
import { type Ran, run } from "../proof/run";
import { legged } from "../vocabulary/families";
import type { PlanState, State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";

/** One act of a test, in the state it is made from, and what the sound machine shows there. */
export interface Trial {
  readonly act: Act;
  readonly from: State;
  readonly sound: Ran;
}

/** A test somebody may make at the controls, and what it asks of the machine. */
export interface Question {
  /** The id of its check; a movement on auxiliary power has one of its own. */
  readonly id: string;
  readonly station: Station;
  readonly trials: readonly Trial[];
  readonly minutes: number;
  /** The check it is made for; none for a movement on auxiliary power. */
  readonly check?: Check;
}

const known = new WeakMap<Machine, readonly Question[]>();

/**
 * Every test of this machine that works something, as its check is written, each from the state the check needs; and
 * each movement once more on auxiliary power. In the order of the catalogue, which is the order a panel is swept.
 */
export function questionsOf(machine: Machine): readonly Question[] {
  let questions = known.get(machine);
  if (questions === undefined) {
    questions = [
      ...checksOf(machine.sheet).flatMap((check) => asked(machine, check)),
      ...onAuxiliary(machine),
    ];
    known.set(machine, questions);
  }
  return questions;
}

/** A check as a question; nothing where it only looks, or nobody knows what it has to show. */
function asked(machine: Machine, check: Check): readonly Question[] {
  const { needs } = check.definition;
  const room = withRoom(machine, check);
  const up = room["axis.lift"] === undefined ? {} : ({ posture: "raised" } as const);
  const plan: PlanState = {
    ...foundState(machine.sheet),
    ...onFooting(machine, { ...needs, ...up }),
    ...needs,
  };
  const axes = { ...axesAt(machine, plan), ...room };
  const stands = (station: Station, group: FunctionGroup, given?: State) =>
    starting(machine, plan, axes, station, group, given);
  const acts = actsOf(check, { machine, stands }).filter(({ unsure }) => unsure !== true);
  const trials: Trial[] = [];
  let carried = axes;
  for (const one of acts) {
    const from = starting(machine, plan, carried, one.station, one.group, one.given);
    const sound = run(machine, from, one);
    trials.push({ act: one, from, sound });
    carried = Object.fromEntries(
      Object.keys(carried).map((axis) => [axis, amount(sound.state, axis)]),
    ) as typeof axes;
  }
  const station = acts[0]?.station;
  return station === undefined
    ? []
    : [{ id: check.definition.id, station, trials, minutes: check.definition.minutes, check }];
}

/** A movement is told of where there is room both ways: down is no answer of up. */
function withRoom({ functions }: Machine, { definition: { test } }: Check): Axes {
  const fn = functions.find(({ id }) => id === test?.function);
  return fn === undefined || fn.ratePerS === 0 || !["lift", "boom", "platform"].includes(fn.group)
    ? {}
    : Object.fromEntries(fn.axes.map((axis) => [axis, fn.signed ? 0 : 0.5]));
}

/** What a check's needs do not name stands as on a machine made ready for its tests: powered, on its legs and axles. */
const onFooting = ({ sheet, functions }: Machine, needs: PlanState): PlanState => {
  const has = (group: FunctionGroup) => functions.some((fn) => fn.group === group);
  const up = needs.posture === "raised" || needs.posture === "on_prop";
  const onLegs = (legged as readonly string[]).includes(sheet.family) || up;
  return {
    ...(needs.who === "platform" ? atPlatform : atGround),
    ...(has("axles") ? { axles: "out" } : {}),
    ...(has("legs") && onLegs ? { outriggers: "out", legPins: "operate", mats: "laid" } : {}),
    casters: "locked",
  };
};

/** Minutes of one movement on the auxiliary, its engine off. */
const auxiliaryMin = 0.25;

function onAuxiliary(machine: Machine): readonly Question[] {
  return machine.stations.flatMap((station) =>
    movementsAt(machine, station).flatMap((tried): readonly Question[] => {
      if (!tried.fn.auxiliary) return [];
      const plan: PlanState = {
        ...foundState(machine.sheet),
        ...onFooting(machine, moving(machine, station)),
        ...moving(machine, station),
        engine: "off",
      };
      const axes = axesAt(machine, plan);
      const from = starting(machine, plan, axes, station, tried.fn.group);
      if (from.auxiliaryRunS === undefined) return [];
      const [axis] = tried.fn.axes;
      const at = axis === undefined ? 0 : amount(from, axis);
      const atEnd = tried.direction === tried.fn.directions[0] ? at >= 1 : at <= (tried.fn.signed ? -1 : 0);
      const back = otherWay(tried);
      const roomS = atEnd ? secondsTo(tried.fn, from, at + (at >= 1 ? -0.05 : 0.05)) / 0.3 : 0;
      const made = act(tried, [
        ...enabled(machine, station),
        ...(roomS > 0 ? [operate(back, roomS, undefined, "auxiliary"), letGo(back)] : []),
        operate(tried, shortS, { must: "move_slowly" }, "auxiliary"),
        letGo(tried, { must: "stop" }),
      ]);
      const sound = run(machine, from, made);
      const id = `auxiliary.${station}.${tried.fn.id}.${tried.direction}`;
      return sound.results.every(({ acceptable }) => acceptable.every(({ see }) => see !== "stays"))
        ? [{ id, station, trials: [{ act: made, from, sound }], minutes: auxiliaryMin }]
        : [];
    }),
  );
}

/** Ready to be moved at a station, by the needs its movement checks share. */
function moving(machine: Machine, station: Station): PlanState {
  const one = checksOf(machine.sheet).find(
    ({ definition: { test } }) =>
      test?.station === station && test.function !== "axles" && !test.function.startsWith("leg"),
  );
  return one?.definition.needs ?? {};
}
