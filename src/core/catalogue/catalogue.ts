import { buildMachine } from "../machine/machine";
import { neverSlowed } from "../machine/shadowed";
import { applies } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { ConditionRule } from "../vocabulary/condition-rule";
import { type PositionId, positionsOf } from "../vocabulary/positions";
import { chassisChecks } from "./chassis";
import { documentChecks } from "./documents";
import { driveTests } from "./drive-tests";
import { emergencyChecks } from "./emergency";
import { groundTests } from "./ground-tests";
import { hydraulicChecks } from "./hydraulics";
import { interlockTests, stopButtonTests } from "./interlock-tests";
import { mastChecks } from "./masts";
import { movementChecks } from "./movements";
import { parkingChecks } from "./parking";
import { platformChecks } from "./platform";
import { platformDevices } from "./platform-devices";
import { platformStartTests, platformTests } from "./platform-tests";
import { powerChecks } from "./power";
import { always } from "./rules";
import { startingChecks } from "./starting";
import { beforeSetting, driven, onItsLegs, tiedOn } from "./states";
import { structureChecks } from "./structure";
import { surveyChecks } from "./survey";
import type { CheckDefinition, Measure, StopId } from "./types";
import { undercarriageChecks } from "./undercarriage";
import { withFloors } from "./ways-to-fail";

/** Raised whenever a check, a condition or a rule of the catalogue changes; pinned in every record. */
export const catalogueVersion = 8;

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
  ...undercarriageChecks,
  ...powerChecks,
  ...hydraulicChecks,
  ...structureChecks,
  ...mastChecks,
  ...platformChecks,
  ...startingChecks,
  ...groundTests,
  ...interlockTests,
  ...emergencyChecks,
  ...platformStartTests,
];

const afterMovements: readonly CheckDefinition[] = [
  ...platformDevices,
  ...platformTests,
  ...driveTests,
  ...surveyChecks,
  ...parkingChecks,
];

/** Every check of the catalogue that is written down; movements and further stop buttons are made from the sheet. */
export const writtenChecks: readonly CheckDefinition[] = [...beforeMovements, ...afterMovements];

const offTheWalk = new Set<StopId>([
  "rails",
  "ground_tests",
  "stack",
  "ground_lowering",
  "platform_tests",
  "drive_tests",
  "workplace",
  "park",
  "transport",
]);

/**
 * Every check this sheet asks for. A feature switches its checks off only when the sheet says *not fitted*;
 * unknown keeps them on. A place the sheet does not set is inspected at the end of the machine it lies on, so
 * that a missing position never drops a check.
 */
export function checksOf(sheet: Sheet): readonly Check[] {
  let checks = known.get(sheet);
  if (checks === undefined) {
    checks = workedOut(sheet);
    known.set(sheet, checks);
  }
  return checks;
}

/** A sheet never changes, so its checks are worked out once. */
const known = new WeakMap<Sheet, readonly Check[]>();

function workedOut(sheet: Sheet): readonly Check[] {
  const machine = buildMachine(sheet);
  const definitions = [
    ...beforeMovements,
    ...stopButtonTests(sheet),
    ...movementChecks(machine),
    ...afterMovements,
  ];
  return definitions
    .filter((definition) => concerns(sheet, definition))
    .flatMap((definition) => instances(sheet, asBuilt(sheet, definition)));
}

/** A check as this machine has it made: who drives it from where, tied on, on its legs, in its turn. */
const asBuilt = (sheet: Sheet, definition: CheckDefinition): CheckDefinition =>
  [driven, tiedOn, onItsLegs, beforeSetting].reduce((made, change) => change(sheet, made), definition);

/** How it is slowed when raised: of no concern on a machine that then does not drive at all. */
const slowedRaised: ReadonlySet<string> = new Set([
  "drive.cut_back",
  "drive.speed_ratio",
  "drive.lowered_run",
]);

/** A cranked mast has no power of its own: nothing that asks for it concerns it, whatever the sheet leaves open. */
function concerns(sheet: Sheet, definition: CheckDefinition): boolean {
  if (definition.powered === true && sheet.power === "hand_crank") return false;
  if (!applies(sheet, definition.to ?? {})) return false;
  return !slowedRaised.has(definition.id) || !neverSlowed(sheet);
}

/** Every condition that may be picked for a check, those possible on every part among them, each with its floor. */
export function conditionsOf({
  part,
  station,
  conditions,
}: Pick<CheckDefinition, "part" | "station" | "conditions">): Readonly<Record<string, ConditionRule>> {
  return withFloors(part, station === "survey" ? conditions : { ...conditions, ...always });
}

function instances(sheet: Sheet, definition: CheckDefinition): readonly Check[] {
  const conditions = conditionsOf(definition);
  const has = positionsOf(sheet.family);
  return definition.at
    .filter((at) => offTheWalk.has(at) || has.includes(at as PositionId) || definition.at.length === 1)
    .map((at) => ({
      key: `${definition.id}@${at}.v${definition.version}`,
      definition,
      at: standing(sheet, at),
      conditions,
    }));
}

/** Where a place is looked at that the sheet does not set: beside what it is near to. */
const beside: Partial<Record<StopId, readonly PositionId[]>> = {
  turntable_left: ["ground_panel", "hydraulic_tray"],
  turntable_right: ["engine_bay", "battery_tray"],
  fuel_tank: ["engine_bay"],
  disconnect: ["battery_tray", "ground_panel", "engine_bay"],
  descent_control: ["chassis_rear"],
  charger_plug: ["battery_tray", "chassis_rear"],
  brake_release: ["hydraulic_tray", "chassis_rear"],
  freewheel_valve: ["hydraulic_tray", "chassis_rear"],
  hydraulic_tray: ["ground_panel"],
};

function standing(sheet: Sheet, at: StopId): StopId {
  if (offTheWalk.has(at) || at in sheet.positions) return at;
  return beside[at]?.find((near) => near in sheet.positions) ?? "chassis_rear";
}

const measures = new Map(
  writtenChecks.flatMap(({ id, measure }) => (measure === undefined ? [] : [[id, measure] as const])),
);

/** What a check measures, by the check's key; undefined for a check answered in words, or of an older catalogue. */
export const measureOf = (key: CheckKey): Measure | undefined => measures.get(key.split("@")[0] ?? "");
