import type { FigureId } from "../vocabulary/figures";
import type { Sheet } from "./sheet";

/** What one unit's own plate says, by figure, in the figure's stored unit, with where it was read. */
export type UnitFigures = Readonly<
  Partial<Record<FigureId, { readonly value: number; readonly source: string }>>
>;

/** A model's sheet as it holds for one unit: a figure read off that unit's own plate stands over the model's. */
export function sheetOfUnit(sheet: Sheet, figures: UnitFigures): Sheet {
  const own = Object.fromEntries(
    Object.entries(figures).map(([id, { value, source }]) => [id, { value, page: source }]),
  );
  return Object.keys(own).length === 0 ? sheet : { ...sheet, figures: { ...sheet.figures, ...own } };
}
