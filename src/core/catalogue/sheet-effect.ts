import { sheetOfUnit, type UnitFigures } from "../sheet/overrides";
import type { Sheet } from "../sheet/sheet";
import { type CheckKey, checksOf } from "./catalogue";
import { type Weakening, weakenings } from "./weakened";

/** What changes for a unit that goes by another sheet: checks that come, checks that go, and what is softer on the floor. */
export interface SheetEffect {
  readonly comes: readonly CheckKey[];
  readonly goes: readonly CheckKey[];
  readonly weakens: readonly Weakening[];
}

/** The effect of going by another sheet, with the unit's own figures over both. */
export function sheetEffect(before: Sheet, after: Sheet, figures: UnitFigures): SheetEffect {
  const [was, is] = [sheetOfUnit(before, figures), sheetOfUnit(after, figures)];
  const [old, fresh] = [was, is].map((sheet) => new Set(checksOf(sheet).map(({ key }) => key)));
  return {
    comes: [...(fresh ?? [])].filter((key) => old?.has(key) !== true),
    goes: [...(old ?? [])].filter((key) => fresh?.has(key) !== true),
    weakens: weakenings(was, is),
  };
}
