import type { Quantity } from "../vocabulary/believable";
import type { FigureId, FigureUnit } from "../vocabulary/figures";
import { type Run, speedOver, stoppingDistance } from "./driving";
import { driftInSheetTime } from "./holding";
import {
  cellSpread,
  cellsOf,
  chargeByGravity,
  coldPressureKpa,
  restVoltageByGravity,
} from "./tyre-and-battery";
import type { Uncertain } from "./uncertain";

/** What a person reads or counts for a method, in its stored unit. */
export interface Input {
  readonly id: string;
  readonly unit: FigureUnit;
  /** Taken from the answer to another check of the same walk, where it has one. */
  readonly from?: string;
}

/** Figures of the sheet by which a reading is worked out. */
export type Figures = (id: FigureId) => number | undefined;

interface Method {
  readonly quantity: Quantity;
  readonly inputs: readonly Input[];
  /** Figures it needs: without them it is not offered. */
  readonly needs?: readonly FigureId[];
  /** How it is usually come by: a reading typed as it is comes after. */
  readonly usual?: true;
  readonly work: (inputs: Readonly<Record<string, number>>, figures: Figures) => Uncertain;
}

const metres = (id: string): Input => ({ id, unit: "m" });
const seconds = (id: string): Input => ({ id, unit: "s" });
const of = (inputs: Readonly<Record<string, number>>, id: string): number => inputs[id] ?? Number.NaN;

/** A person's own pace, where nobody has taped it. */
export const usualPaceM = 0.75;

/**
 * The ways a quantity is really measured in a yard, with a tape, a watch or a gauge. A reading may also be typed as it is,
 * unless its check says that it is only worked out.
 */
export const methods = {
  timed_run: {
    quantity: "drive_speed",
    usual: true,
    inputs: [metres("lengthM"), seconds("timeS")],
    work: (inputs) => speedOver(of(inputs, "lengthM"), of(inputs, "timeS")),
  },
  timed_run_raised: {
    quantity: "speed_ratio",
    inputs: [
      metres("lengthM"),
      seconds("timeS"),
      { id: "loweredMs", unit: "m/s", from: "drive.lowered_run" },
    ],
    work: (inputs) => {
      const raised: Run = { lengthM: of(inputs, "lengthM"), timeS: of(inputs, "timeS") };
      const speed = speedOver(raised.lengthM, raised.timeS);
      // The lowered run was timed over a length like this one: its error is that of one more watch.
      const lowered = speedOver(raised.lengthM, raised.lengthM / of(inputs, "loweredMs"));
      const value = speed.value / lowered.value;
      const part = Math.hypot(speed.plusMinus / speed.value, lowered.plusMinus / lowered.value);
      return { value, plusMinus: value * part };
    },
  },
  tape: {
    quantity: "stopping_distance",
    inputs: [metres("metres")],
    work: (inputs) => stoppingDistance({ by: "tape", metres: of(inputs, "metres") }),
  },
  paces: {
    quantity: "stopping_distance",
    inputs: [{ id: "paces", unit: "count" }],
    work: (inputs) => stoppingDistance({ by: "paces", paces: of(inputs, "paces"), paceM: usualPaceM }),
  },
  wheel_turns: {
    quantity: "stopping_distance",
    inputs: [{ id: "turns", unit: "count" }],
    needs: ["wheel_diameter"],
    work: (inputs, figures) =>
      stoppingDistance({
        by: "wheel_turns",
        turns: of(inputs, "turns"),
        wheelDiameterM: figures("wheel_diameter") ?? Number.NaN,
      }),
  },
  heights_and_wait: {
    quantity: "drift",
    inputs: [
      { id: "heightBeforeMm", unit: "mm" },
      { id: "heightAfterMm", unit: "mm" },
      { id: "minutes", unit: "min" },
    ],
    needs: ["drift_time"],
    work: (inputs, figures) =>
      driftInSheetTime(
        {
          heightBeforeMm: of(inputs, "heightBeforeMm"),
          heightAfterMm: of(inputs, "heightAfterMm"),
          minutes: of(inputs, "minutes"),
        },
        figures("drift_time") ?? Number.NaN,
      ),
  },
  hydrometer: {
    quantity: "rest_voltage",
    inputs: [
      { id: "lowestGravity", unit: "ratio" },
      { id: "highestGravity", unit: "ratio" },
      { id: "cellC", unit: "degC" },
    ],
    needs: ["battery_rest_voltage_min"],
    work: (inputs, figures) =>
      restVoltageByGravity(
        of(inputs, "lowestGravity"),
        of(inputs, "cellC"),
        cellsOf(figures("battery_rest_voltage_min") ?? Number.NaN),
      ),
  },
  gauge_and_temperature: {
    quantity: "tyre_pressure",
    inputs: [
      { id: "gaugeKpa", unit: "kPa" },
      { id: "tyreC", unit: "degC" },
    ],
    work: (inputs) => coldPressureKpa(of(inputs, "gaugeKpa"), of(inputs, "tyreC")),
  },
} as const satisfies Record<string, Method>;

export type MethodId = keyof typeof methods;
export const methodIds = Object.keys(methods) as MethodId[];
const methodOf = (id: string): Method | undefined => (id in methods ? methods[id as MethodId] : undefined);

/** The ways to measure a quantity of a machine with these figures. */
export const methodsFor = (quantity: Quantity, figures: Figures): readonly MethodId[] =>
  methodIds.filter((id) => {
    const { quantity: measured, needs = [] }: Method = methods[id];
    return measured === quantity && needs.every((figure) => figures(figure) !== undefined);
  });

/** A method, or the reading as it is. */
export type Way = MethodId | "direct";

/** The ways to come by a reading, the usual one first. What is only worked out is typed by nobody. */
export function waysTo(
  { quantity, workedOut }: { readonly quantity: Quantity; readonly workedOut?: true },
  figures: Figures,
): readonly Way[] {
  const all = methodsFor(quantity, figures);
  if (workedOut === true) return all;
  const usual = (id: MethodId) => (methods[id] as Method).usual === true;
  return [...all.filter(usual), "direct", ...all.filter((id) => !usual(id))];
}

export const inputsOf = (id: MethodId): readonly Input[] => methods[id].inputs;

/** How a reading came about: the method, and what was read for it. */
export interface How {
  readonly method: string;
  readonly inputs: Readonly<Record<string, number>>;
}

/**
 * The value a method gives, in the stored unit of its quantity, with how far off it may be. Throws a RangeError that says
 * what was expected, what came and what to do.
 */
export function workOut(
  method: MethodId,
  inputs: Readonly<Record<string, number>>,
  figures: Figures,
): Uncertain {
  const worked = methods[method].work(inputs, figures);
  if (!Number.isFinite(worked.value))
    throw new RangeError(
      `expected ${inputsOf(method)
        .map(({ id }) => id)
        .join(", ")}, got ${JSON.stringify(inputs)}; measure it again`,
    );
  return worked;
}

/** Something else that the same readings tell, by its message and figures. */
export interface Note {
  readonly id: "charge" | "cells_apart";
  readonly values: Readonly<Record<string, number>>;
}

/** What readings tell besides the value; only of readings that work out. */
export function noteOn(method: MethodId, inputs: Readonly<Record<string, number>>): Note | undefined {
  if (method !== "hydrometer") return undefined;
  const { apart, spread } = cellSpread([of(inputs, "lowestGravity"), of(inputs, "highestGravity")]);
  const percent = Math.round(chargeByGravity(of(inputs, "lowestGravity"), of(inputs, "cellC")).value);
  return apart ? { id: "cells_apart", values: { spread, percent } } : { id: "charge", values: { percent } };
}

/** Stored to a ten-thousandth: more than any of these is told to. */
export const stored = (value: number): number => Math.round(value * 10_000) / 10_000;

/** Whether a value is what its method makes of what was read: a reading is worked out anew, never believed. */
export function isWorkedOut(
  quantity: Quantity,
  { method, inputs }: How,
  value: number,
  figures: Figures,
): boolean {
  const known = methodOf(method);
  if (known?.quantity !== quantity) return false;
  try {
    return stored(workOut(method as MethodId, inputs, figures).value) === stored(value);
  } catch {
    return false;
  }
}
