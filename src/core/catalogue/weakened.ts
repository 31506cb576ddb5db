import { expectedOf } from "../machine/expect";
import { buildMachine } from "../machine/machine";
import { isGentler } from "../measure/made-on";
import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { type FeatureId, familyMayHave } from "../vocabulary/features";
import { stopsMachine } from "../vocabulary/signs";
import { type Check, type CheckKey, checksOf } from "./catalogue";
import { bearsFloor, intervalOf, isLonger } from "./interval";
import { lampReadings } from "./lamp-reading";

/** One way in which a unit would be asked less, or graded softer, than it is. */
export interface Weakening {
  readonly what: "dropped" | "limit" | "condition" | "expectation" | "interlock" | "lamp" | "interval";
  /** The check's key, or the id of the interlock or lamp. */
  readonly id: string;
}

/**
 * What a change of a sheet takes away, however it was made: checks with a floor condition that would be asked no more,
 * floor conditions that could be picked no more, limits that would let more pass, movements that would be expected
 * otherwise, interlocks that would be tried no more, tests that would be made less often. Empty where nothing on the floor is asked or graded softer.
 */
export function weakenings(before: Sheet, after: Sheet): readonly Weakening[] {
  const found: Weakening[] = [];
  const asked = new Map(checksOf(after).map((check) => [check.key, check]));
  const [machineBefore, machineAfter] = [buildMachine(before), buildMachine(after)];
  for (const check of checksOf(before)) {
    if (!bearsFloor(check.conditions)) continue;
    const still = asked.get(check.key);
    if (still === undefined) {
      found.push({ what: "dropped", id: check.key });
      continue;
    }
    const lost = Object.entries(check.conditions).some(
      ([condition, { floor }]) => floor !== undefined && still.conditions[condition]?.floor === undefined,
    );
    if (lost) found.push({ what: "condition", id: check.key });
    if (softer(check, before, after) || isGentler(before, after, check.definition.id))
      found.push({ what: "limit", id: check.key });
    if (isLonger(intervalOf(before, check.definition), intervalOf(after, still.definition)))
      found.push({ what: "interval", id: check.key });
    const { test } = check.definition;
    if (test !== undefined && expectedOf(machineBefore, test) !== expectedOf(machineAfter, test))
      found.push({ what: "expectation", id: check.key });
  }
  const tried = new Set(machineAfter.interlocks.map(({ id }) => id));
  const tests = new Set(checksOf(before).flatMap((check) => check.definition.tries ?? []));
  for (const { id } of machineBefore.interlocks)
    if (tests.has(id) && !tried.has(id)) found.push({ what: "interlock", id });
  for (const lamp of stoppingLamps(before))
    if (!stoppingLamps(after).includes(lamp)) found.push({ what: "lamp", id: lamp });
  return found;
}

/** Each way a lamp shines that asks for the machine to be stopped or taken out of use, of lamps it has. */
const stoppingLamps = (sheet: Sheet): readonly string[] =>
  lampReadings(sheet).flatMap(({ lamp, says }) =>
    says.flatMap(({ look, act }) => (stopsMachine(act) ? [`${lamp} ${look}`] : [])),
  );

/** Whether a limit of the sheet would let more pass; one taken away asks the operator to read it and is not softer. */
function softer(check: Check, before: Sheet, after: Sheet): boolean {
  const { measure } = check.definition;
  if (measure === undefined) return false;
  const [was, is] = [figureOf(before, measure.limit), figureOf(after, measure.limit)];
  if (was === undefined || is === undefined) return false;
  return measure.sense === "at_least" ? is < was : is > was;
}

const guarding = new Map<string, boolean>();

/** Whether a check with a floor condition goes with a feature on such a machine, so that *not fitted* takes it away. */
export function guardsChecks(sheet: Sheet, feature: FeatureId): boolean {
  if (!familyMayHave(sheet.family, feature)) return false;
  const key = `${sheet.family} ${sheet.power} ${sheet.tyres} ${feature}`;
  let guards = guarding.get(key);
  if (guards === undefined) {
    const open: Sheet = { ...sheet, features: {}, choices: {} };
    guards = weakenings(open, { ...open, features: { [feature]: { fit: "not_fitted" } } }).length > 0;
    guarding.set(key, guards);
  }
  return guards;
}

/** The checks with a floor condition that a sheet asks: what a later version of the catalogue must go on asking. */
export const floorChecks = (sheet: Sheet): readonly CheckKey[] =>
  checksOf(sheet)
    .filter(({ conditions }) => bearsFloor(conditions))
    .map((check) => check.key)
    .sort();
