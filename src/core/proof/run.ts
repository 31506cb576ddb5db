import type { Act, Deed } from "../catalogue/acts/act";
import type { Harm, Observation, StepResult } from "../machine/action";
import type { Fault } from "../machine/faults";
import type { Machine } from "../machine/machine";
import { signsOf } from "../machine/signs";
import { step } from "../machine/step";
import type { State } from "../vocabulary/state/values";
import type { Failed } from "./faults";
import { couldShowIn } from "./reads";

/** What can be answered of one deed: any one of these texts is right. */
export type Answers = readonly string[];

export interface Ran {
  /** Deed by deed. */
  readonly answers: readonly Answers[];
  readonly results: readonly StepResult[];
  readonly harm: readonly Harm[];
  readonly state: State;
}

/** Seen by whoever watches: an axis that moved by itself more than this part of its travel. */
const noticed = 0.01;

/** Runs an act's deeds on a machine, from a state, and says what a person could answer of each. */
export function run(machine: Machine, from: State, { deeds }: Pick<Act, "deeds">): Ran {
  let state = from;
  const answers: Answers[] = [];
  const results: StepResult[] = [];
  const harm: Harm[] = [];
  for (const deed of deeds) {
    const result = step(machine, state, deed.action, deed.seconds);
    answers.push(answersTo(machine, state, result, deed));
    results.push(result);
    harm.push(...result.harm);
    ({ state } = result);
  }
  return { answers, results, harm, state };
}

function answersTo(machine: Machine, before: State, result: StepResult, deed: Deed): Answers {
  const besides = [...result.besides.flatMap((seen) => byItself(before, result.state, seen))];
  const { must } = deed;
  if (must?.must === "show") {
    const { action } = deed;
    const shown =
      action.do === "reach_self_test"
        ? result.acceptable.map((seen) => (seen.see === "lamp" ? seen.as : "dark"))[0]
        : (signsOf(machine, result.state).lamps[must.lamp] ?? "dark");
    return [[`${must.lamp} ${shown}`, ...besides].join(", ")];
  }
  if (must?.must === "show_all") {
    const { lamps } = signsOf(machine, result.state);
    return [[`lit: ${Object.keys(lamps).sort().join(" ")}`, ...besides].join(", ")];
  }
  if (must?.must === "sound") {
    const heard = signsOf(machine, result.state).sounds[must.sound] === undefined ? "silent" : "sounds";
    besides.push(`${must.sound} ${heard}`);
  }
  if (must?.must === "engage" || must?.must === "disengage") besides.push(`pins ${result.state.brakePins}`);
  const seen = result.acceptable.map((one) => inWords(one, result.state));
  // A control that is set shows all of it at once; a movement shows one of what is right.
  const alternatives = deed.action.do === "set" ? [[...new Set(seen)].join(", ")] : [...new Set(seen)];
  return alternatives.map((one) => [one, ...besides].join(", "));
}

function inWords(seen: Observation, state: State): string {
  switch (seen.see) {
    case "moves":
      return `moves ${seen.function} ${seen.direction} ${seen.band}`;
    case "moves_then_stops": {
      // Where it stops is read off a stripe or an angle, to a fiftieth of its travel.
      const at = (state as Readonly<Record<string, unknown>>)[`axis.${seen.function}`];
      return `stops by itself ${seen.function} ${seen.direction} at ${typeof at === "number" ? Math.round(at * 50) : "?"}`;
    }
    case "stops":
    case "glides_then_stops":
      return "stops";
    case "engine":
      return `engine ${seen.as}`;
    case "panel_lamps":
      return seen.as === "dark" ? "panel dies" : "panel lights";
    case "lamp":
      return `${seen.lamp} ${seen.as}`;
    case "lowers":
    case "sinks":
    case "drifts":
      return `${seen.see} ${seen.axis}`;
    default:
      return seen.see;
  }
}

/** What moved by itself, where it moved enough to be noticed. */
function byItself(before: State, after: State, seen: Observation): readonly string[] {
  if (seen.see === "rolls" || seen.see === "tips") return [seen.see];
  if (seen.see !== "lowers" && seen.see !== "sinks" && seen.see !== "drifts") return [];
  const by = Number(before[seen.axis]) - Number(after[seen.axis]);
  return by > noticed ? [`${seen.see} ${seen.axis}`] : [];
}

const alone = ({ machine, fault }: Failed): Failing => ({ machine, faults: [fault] });

/** How far a failing part shows: in every answer, perhaps, or in none. */
export type Shows = "always" | "maybe" | "never";

interface FailingDeed {
  readonly deed: Deed;
  readonly before: State;
  /** How the sound machine stood then. */
  readonly stood: State;
  /** What the failing machine does; the sound machine's own result where the deed does not read the failed part. */
  readonly result: StepResult;
  readonly sound: StepResult;
  /** What could be answered of it on the sound machine. */
  readonly right: Answers;
}

/** A machine with some of its parts failing. */
export interface Failing {
  readonly machine: Machine;
  readonly faults: readonly Fault[];
}

/**
 * An act on the failing machine, deed by deed. A deed that reads none of the failed parts, on a machine that stands as
 * the sound one did, is not run again.
 */
export function* onFailing(
  machine: Machine,
  { machine: failing, faults }: Failing,
  from: State,
  { deeds }: Pick<Act, "deeds">,
  healthy: Ran,
): Generator<FailingDeed> {
  let state = from;
  for (const [i, deed] of deeds.entries()) {
    const sound = healthy.results[i] as StepResult;
    const stood = i === 0 ? from : (healthy.results[i - 1] as StepResult).state;
    const reads = state !== stood || faults.some((fault) => couldShowIn(machine, deed, state, fault, sound));
    const result = reads ? step(failing, state, deed.action, deed.seconds) : sound;
    yield { deed, before: state, stood, result, sound, right: healthy.answers[i] ?? [] };
    state = alike(result.state, sound.state) ? sound.state : result.state;
  }
}

/**
 * Whether a person doing these deeds on the failing machine could give an answer the healthy one also gives. Stops at
 * the first deed that tells them apart for certain.
 */
export function tellsApart(
  machine: Machine,
  failed: Failed,
  from: State,
  act: Pick<Act, "deeds">,
  healthy: Ran,
): Shows {
  let shows: Shows = "never";
  for (const { deed, before, result, sound, right } of onFailing(
    machine,
    alone(failed),
    from,
    act,
    healthy,
  )) {
    if (result === sound) continue;
    const answers = answersTo(failed.machine, before, result, deed);
    if (!answers.some((answer) => right.includes(answer))) return "always";
    if (answers.length !== right.length || answers.some((answer, at) => answer !== right[at]))
      shows = "maybe";
  }
  return shows;
}

/** What doing these deeds on the failing machine does to people, and how it leaves the machine. */
export function harmIn(
  machine: Machine,
  failed: Failed,
  from: State,
  act: Pick<Act, "deeds">,
  healthy: Ran,
): Pick<Ran, "harm" | "state"> {
  let state = from;
  const harm: Harm[] = [];
  for (const { result } of onFailing(machine, alone(failed), from, act, healthy)) {
    harm.push(...result.harm);
    ({ state } = result);
  }
  return { harm, state };
}

/** Both stand alike in everything. */
export function alike(one: State, other: State): boolean {
  if (one === other) return true;
  for (const id in one)
    if ((one as Readonly<Record<string, unknown>>)[id] !== (other as Readonly<Record<string, unknown>>)[id])
      return false;
  return true;
}
