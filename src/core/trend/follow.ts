import type { CheckKey } from "../catalogue/catalogue";
import { isWithin } from "../catalogue/within";
import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { FigureUnit } from "../vocabulary/figures";
import type { PartId } from "../vocabulary/parts";
import { type Change, levelChange, meetsMs, type Nature, type Reading } from "./level";
import { natureOf } from "./natures";
import { sureFrom, tellsFrom } from "./onset";
import { type MoreOften, type Occasion, rateChange } from "./rate";

/** A repair on the unit, and the parts it repaired or disturbed. */
export interface RepairDone {
  readonly atMs: number;
  readonly parts: readonly PartId[];
}

/** What is read of one check of one unit over the months. */
export interface Followed {
  readonly check: CheckKey;
  readonly unit: FigureUnit;
  readonly sense: Nature["sense"];
  /** The sheet's limit; undefined where the sheet has none. */
  readonly limit: number | undefined;
  readonly readings: readonly Reading[];
  /** The last repair of what it is read of: readings before it say nothing of today. */
  readonly repairedMs: number | undefined;
  readonly change: Change | undefined;
  /** By the line through the readings since then it keeps its limit no more. */
  readonly limitMet: boolean;
  /** When that line meets the limit, where it has not. */
  readonly meetsMs: number | undefined;
}

/**
 * Follows the readings of a check, oldest first. `part` is what it is read of. Undefined for a quantity that shows nothing of the
 * machine over the months.
 */
export function followReadings(
  check: CheckKey,
  part: PartId,
  readings: readonly Reading[],
  sheet: Sheet,
  repairs: readonly RepairDone[],
): Followed | undefined {
  const nature = natureOf(check);
  if (nature === undefined) return undefined;
  const { measure, unit, sense } = nature;
  const repairedMs = lastOf(repairs, part);
  const change = told(levelChange(since(readings, repairedMs), nature));
  const limit = figureOf(sheet, measure?.limit);
  const last = readings.at(-1)?.atMs ?? 0;
  return {
    ...{ check, unit, sense, limit, readings, repairedMs, change },
    limitMet:
      measure !== undefined &&
      change !== undefined &&
      limit !== undefined &&
      !isWithin(measure, change.now, limit),
    meetsMs: change && limit !== undefined ? meetsMs(change, nature, limit, last) : undefined,
  };
}

/** Whether something is filled up more often than on a sound machine, since the last repair of what it belongs to. */
export function followFillUps(
  part: PartId,
  walks: readonly Occasion[],
  repairs: readonly RepairDone[],
): MoreOften | undefined {
  return told(rateChange(since(walks, lastOf(repairs, part))));
}

/** A change that is sure enough to be told. */
const told = <C extends { readonly sure: number }>(change: C | undefined): C | undefined =>
  change !== undefined && change.sure >= tellsFrom ? change : undefined;

/** Whether a change is told as sure, or as likely. */
export const isSure = ({ sure }: { readonly sure: number }): boolean => sure >= sureFrom;

const lastOf = (repairs: readonly RepairDone[], part: PartId): number | undefined =>
  repairs
    .filter(({ parts }) => parts.includes(part))
    .reduce<number | undefined>((last, { atMs }) => Math.max(last ?? atMs, atMs), undefined);

const since = <T extends { readonly atMs: number }>(all: readonly T[], fromMs: number | undefined) =>
  fromMs === undefined ? all : all.filter(({ atMs }) => atMs > fromMs);
