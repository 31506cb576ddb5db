import type { Check } from "../catalogue/catalogue";
import { sights } from "../catalogue/sights";
import { raised, test } from "../machine/condition";
import { boundOn, type Machine } from "../machine/machine";
import { step } from "../machine/step";
import { type Lowering, loweringsFrom } from "../machine/ways-down";
import type { Sheet } from "../sheet/sheet";
import type { PlanState, State } from "../vocabulary/state/values";
import { type Along, along, type Moment, type ProofStep } from "./along";
import { type Failed, subjectOf } from "./faults";
import { type Bears, bearsOn } from "./looked-at";
import { couldShow } from "./reads";
import { run, type Shows, tellsApart } from "./run";

/** What somebody found wrong, by the check and the condition picked. */
export interface Found {
  readonly check: string;
  readonly condition: string;
}

export interface WayHome {
  /** What brings it down whichever of the parts in doubt is failed; none where nothing is free of doubt. */
  readonly ways: readonly Lowering[];
  /** What would bring a sound machine down from there, and is not to be counted on. */
  readonly doubted: readonly Lowering[];
  /** The prop is set, and comes away before anything else. */
  readonly onProp: boolean;
}

export const isRaised = (machine: Machine, state: State): boolean =>
  test(boundOn(machine, raised), state) === 1;

/**
 * The states in which a way down may be tried: nothing moving, power on and every stop button out, the selectors at the
 * lift, the engine off or running, the key where it is or at the ground, the prop taken away where it is set.
 */
function tried(machine: Machine, state: State): readonly State[] {
  const still: State = {
    ...state,
    ...Object.fromEntries(machine.sheet.stopButtons.map(({ id }) => [`stop.${id}`, "out"])),
    moving: "none",
    ...(state.disconnect === undefined ? {} : { disconnect: "on" as const }),
    ...(state.prop === undefined ? {} : { prop: "parked" as const }),
    // Whoever waits has the self-check behind them.
    ...(state.selfCheckLeftS === undefined ? {} : { selfCheckLeftS: 0 }),
    ...(state.selector === undefined ? {} : { selector: "lift" as const }),
    ...(state.mode === undefined ? {} : { mode: "boom" as const }),
  };
  const engines: readonly State[] =
    state.engine === undefined
      ? [still]
      : [still, { ...still, engine: "off" }, { ...still, engine: "running" }];
  return state.key === undefined
    ? engines
    : [...engines, ...engines.map((one) => ({ ...one, key: "ground" as const }))];
}

const nameOf = ({ by, power }: Lowering): string => `${by} ${power}`;

/**
 * What would bring the platform down from here: from a station, on main power or the auxiliary, or by hand. Whoever is
 * aboard alone has only what is worked from there, and nobody climbs onto a raised platform to work it.
 */
export function waysHome(machine: Machine, state: State, people: number): readonly Lowering[] {
  const aboard = state.who === "platform";
  const within = ({ by }: Lowering) => (by === "platform" ? aboard : !aboard || people > 1);
  const letGo = machine.stations.reduce(
    (held, station) => step(machine, held, { do: "release_enable", station }, 0).state,
    state,
  );
  const all = tried(machine, letGo).flatMap((one) => loweringsFrom(machine, one).filter(within));
  return [...new Map(all.map((one) => [nameOf(one), one])).values()];
}

/**
 * The way home after what was found on a walk: every part that could be failed where its card said so is taken to be,
 * each in its turn, and only what brings the platform down under all of them is left. Undefined where it is down, or has
 * been brought down since.
 *
 * @param steps what was done so far, in its order
 */
export function wayHomeAfter(
  sheet: Sheet,
  found: PlanState,
  steps: readonly ProofStep[],
  findings: readonly Found[],
  people: number,
): WayHome | undefined {
  const { machine, failed } = subjectOf(sheet);
  const of = ({ check }: Found) =>
    steps.findLastIndex((step) => step.kind === "check" && step.check.key === check);
  const last = Math.max(-1, ...findings.map(of));
  if (last < 0) return undefined;
  const isLowered = (step: ProofStep) =>
    step.kind !== "check" && step.change.variable === "posture" && step.change.to === "stowed";
  if (steps.slice(last + 1).some(isLowered)) return undefined;
  const walked = along(machine, found, steps.slice(0, last + 1));
  const wrong = new Set(findings.map(({ check }) => check));
  const good = walked.moments.filter(({ check }) => check === undefined || !wrong.has(check.key));
  const suspects = findings.flatMap((one) => {
    const could = suspectsOf(machine, failed, walked, steps[of(one)], one);
    // What answered as it must so far clears what would have shown there.
    const left = could.filter(
      (suspect) => !good.some((moment) => shows(machine, suspect, moment) === "always"),
    );
    return left.length === 0 ? could : left;
  });
  const id = steps[last]?.id ?? "";
  const moment = walked.moments.findLast(({ step }) => step === id);
  const sound = moment?.healthy.state ?? walked.before.get(id);
  if (sound === undefined) return undefined;
  const stands = suspects.map(({ machine }) => ({
    machine,
    state: moment === undefined ? sound : run(machine, moment.from, moment.act).state,
  }));
  const up = stands.filter(({ machine, state }) => isRaised(machine, state));
  if (up.length === 0 && (stands.length > 0 || !isRaised(machine, sound))) return undefined;
  const there = up[0]?.state ?? sound;
  const all = waysHome(machine, { ...sound, ...axesIn(there) }, people);
  const bears = findings.map((one) => lookedAt(machine, walked, steps[of(one)], one));
  const works = (way: Lowering) =>
    !bears.includes("everything") &&
    !(bears.includes("pumped") && way.power !== "none") &&
    up.every((one) =>
      waysHome(one.machine, one.state, people).some((other) => nameOf(other) === nameOf(way)),
    );
  return {
    ways: all.filter(works),
    doubted: all.filter((way) => !works(way)),
    onProp: sound.prop === "set",
  };
}

const axesIn = (state: State): State =>
  Object.fromEntries(Object.entries(state).filter(([id]) => id.startsWith("axis."))) as State;

/** What was found by looking while it was up bears on the way down by itself; what was tried is run on the model. */
function lookedAt(
  machine: Machine,
  { moments, before }: Along,
  step: ProofStep | undefined,
  { condition }: Found,
): Bears {
  if (step?.kind !== "check" || moments.some((moment) => moment.step === step.id)) return "nothing";
  const state = before.get(step.id);
  return state !== undefined && isRaised(machine, state) ? bearsOn(step.check, condition) : "nothing";
}

/** Every part that, failed so, could have shown what was found: by what its check did, or where it is looked at. */
function suspectsOf(
  machine: Machine,
  all: readonly Failed[],
  { moments }: Along,
  step: ProofStep | undefined,
  { condition }: Found,
): readonly Failed[] {
  if (step?.kind !== "check") return [];
  const acts = moments.filter((moment) => moment.step === step.id);
  return all.filter(
    (one) =>
      (sights[one.component.kind][one.fault.mode] ?? []).includes(condition) &&
      (acts.length === 0
        ? isOf(one, step.check)
        : acts.some((moment) => shows(machine, one, moment) !== "never")),
  );
}

const isOf = ({ component }: Failed, { definition }: Check): boolean =>
  component.parts.includes(definition.part);

const shows = (machine: Machine, failed: Failed, { act, from, healthy }: Moment): Shows =>
  couldShow(machine, act, from, failed.fault) ? tellsApart(machine, failed, from, act, healthy) : "never";
