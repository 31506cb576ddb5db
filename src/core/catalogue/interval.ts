import type { Sheet, SheetInterval } from "../sheet/sheet";
import { type PartId, parts, type Role } from "../vocabulary/parts";
import { checksOf, conditionsOf } from "./catalogue";
import type { CheckDefinition } from "./types";

/**
 * Who may have a check made less often than at every pre-use inspection, where the manual's page says so (field guide,
 * section 2): nobody, whoever keeps the sheet, or two people together.
 */
export type IntervalRule = "never" | "owner" | "two_people";

/** Tests of the floor that need a slope or a block, and that some manuals have made by the week or the month. */
const onSlopeOrBlock: ReadonlySet<string> = new Set(["drive.brake_hold", "tilt.lamp", "tilt.alarm"]);

/** What neither stops, enables, brakes, lowers, guards, moves, carries load nor holds pressure. */
const mayWait: ReadonlySet<Role> = new Set(["informs", "warns"]);

/** Of the day, or of whoever comes: read, used up, worn or left lying anew each time; and what holds the stack up over somebody. */
const ofTheDay: ReadonlySet<PartId | CheckDefinition["id"]> = new Set([
  ...["hour_meter", "harness", "loose_equipment", "tool_tray", "prop"],
  ...["battery.charge", "fuel.level", "start.fuel_gauge"],
]);

const everyWalk: ReadonlySet<CheckDefinition["phase"]> = new Set([
  "test_area",
  "survey",
  "park",
  "transport",
]);

/**
 * Never longer than the clearance itself: whatever can find something on the floor of grading, or is part of what stops,
 * enables, brakes, lowers, guards, steers, carries load or holds pressure; slope and block tests excepted, where two
 * people agree.
 */
export function intervalRule(definition: CheckDefinition): IntervalRule {
  const { id, part, phase } = definition;
  if (onSlopeOrBlock.has(id)) return "two_people";
  if (everyWalk.has(phase) || ofTheDay.has(part) || ofTheDay.has(id) || !mayWait.has(parts[part].role))
    return "never";
  return bearsFloor(conditionsOf(definition)) ? "never" : "owner";
}

/** Conditions among which the floor of grading names one; a defeated device, possible anywhere, is not counted. */
export const bearsFloor = (conditions: ReturnType<typeof conditionsOf>): boolean =>
  Object.values(conditions).some(({ floor }) => floor !== undefined && floor !== "device_defeated");

/** How long a check of a machine stays proven by the sheet; undefined where it is made at every inspection. */
export const intervalOf = (sheet: Sheet, definition: CheckDefinition): SheetInterval | undefined => {
  const interval = sheet.intervals?.[definition.id];
  return interval === undefined || intervalRule(definition) === "never" ? undefined : interval;
};

/** The checks of a machine that may have an interval, each once, in the catalogue's order. */
export function mayHaveInterval(sheet: Sheet): readonly CheckDefinition[] {
  const byId = new Map(checksOf(sheet).map(({ definition }) => [definition.id, definition]));
  return [...byId.values()].filter((definition) => intervalRule(definition) !== "never");
}

/** Intervals a sheet gives to checks that may have none, or that this machine does not have. */
export function intervalsRefused(sheet: Sheet): readonly string[] {
  const may = new Set(mayHaveInterval(sheet).map(({ id }) => id));
  return Object.keys(sheet.intervals ?? {}).filter((id) => !may.has(id));
}

/** A sheet without the intervals that two people must agree to. */
export function withoutTwoPeople(sheet: Sheet): Sheet {
  if (sheet.intervals === undefined) return sheet;
  const two = new Set(
    mayHaveInterval(sheet)
      .filter((definition) => intervalRule(definition) === "two_people")
      .map(({ id }): string => id),
  );
  const intervals = Object.entries(sheet.intervals).filter(([id]) => !two.has(id));
  return { ...sheet, intervals: Object.fromEntries(intervals) };
}

/** Whether a check would be left longer than before. */
export function isLonger(before: SheetInterval | undefined, after: SheetInterval | undefined): boolean {
  if (after === undefined) return false;
  if (before === undefined) return true;
  return (["days", "hours"] as const).some(
    (unit) => (after[unit] ?? Number.POSITIVE_INFINITY) > (before[unit] ?? Number.POSITIVE_INFINITY),
  );
}
