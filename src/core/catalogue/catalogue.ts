import { buildMachine } from "../machine/machine";
import type { FigureUnit } from "../sheet/figures";
import { mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { chassisChecks } from "./chassis";
import { documentChecks } from "./documents";
import { groundTests } from "./ground-tests";
import { hydraulicChecks } from "./hydraulics";
import { movementChecks } from "./movements";
import { platformChecks } from "./platform";
import { platformStartTests, platformTests } from "./platform-tests";
import { powerChecks } from "./power";
import { always } from "./rules";
import { structureChecks } from "./structure";
import { surveyChecks } from "./survey";
import type { CheckDefinition, ConditionRule, StopId } from "./types";

/** Raised whenever a check, a condition or a rule of the catalogue changes; pinned in every record. */
export const catalogueVersion = 1;

/** Identifies one check on one part instance: `wheel.nuts@wheel_front_left.v1`. Stable for ever. */
export type CheckKey = string;

/** A check on one place of one machine. */
export interface Check {
  readonly key: CheckKey;
  readonly definition: CheckDefinition;
  readonly at: StopId;
  /** All conditions that may be picked, with those possible on every part. */
  readonly conditions: Readonly<Record<string, ConditionRule>>;
}

const beforeMovements: readonly CheckDefinition[] = [
  ...documentChecks,
  ...chassisChecks,
  ...powerChecks,
  ...hydraulicChecks,
  ...structureChecks,
  ...platformChecks,
  ...groundTests,
  ...platformStartTests,
];

const afterMovements: readonly CheckDefinition[] = [...platformTests, ...surveyChecks];

const walkStops = new Set<StopId>([
  "rails",
  "ground_tests",
  "stack",
  "ground_lowering",
  "platform_tests",
  "drive_tests",
  "workplace",
]);

/**
 * Every check this sheet asks for. A feature switches its checks off only when the sheet says *not fitted*;
 * unknown keeps them on. A place the sheet does not set is inspected at the end of the machine it lies on, so
 * that a missing position never drops a check.
 */
export function checksOf(sheet: Sheet): readonly Check[] {
  const machine = buildMachine(sheet);
  const definitions = [...beforeMovements, ...movementChecks(machine), ...afterMovements];
  return definitions
    .filter((definition) => applies(sheet, definition))
    .flatMap((definition) => instances(sheet, definition));
}

function applies(sheet: Sheet, definition: CheckDefinition): boolean {
  if (definition.feature !== undefined && !mayHave(sheet, definition.feature)) return false;
  return definition.when?.(sheet) ?? true;
}

function instances(sheet: Sheet, definition: CheckDefinition): readonly Check[] {
  const survey = definition.station === "survey";
  const conditions = survey ? definition.conditions : { ...definition.conditions, ...always };
  return definition.at.map((at) => ({
    key: `${definition.id}@${at}.v${definition.version}`,
    definition,
    at: standing(sheet, at),
    conditions,
  }));
}

function standing(sheet: Sheet, at: StopId): StopId {
  if (walkStops.has(at) || at in sheet.positions) return at;
  return "chassis_rear";
}

const measureUnits = new Map(
  [...beforeMovements, ...afterMovements].flatMap(({ id, measure }) =>
    measure === undefined ? [] : [[id, measure.unit] as const],
  ),
);

/** The unit a check's reading is stored in, by the check's key; undefined for a check answered in words. */
export const unitOfReading = (key: CheckKey): FigureUnit | undefined =>
  measureUnits.get(key.split("@")[0] ?? "");
