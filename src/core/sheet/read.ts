import type { FeatureId } from "./features";
import { type FigureId, figures } from "./figures";
import type { Sheet } from "./sheet";

/** Whether a feature is fitted. A feature the sheet does not name is `unknown`, and unknown keeps its checks on. */
export function fitOf(sheet: Sheet, feature: FeatureId): "fitted" | "not_fitted" | "unknown" {
  return sheet.features[feature]?.fit ?? "unknown";
}

/** True when the feature may be there: fitted, or not known. */
export function mayHave(sheet: Sheet, feature: FeatureId): boolean {
  return fitOf(sheet, feature) !== "not_fitted";
}

/** A figure in its stored unit, or undefined where the sheet has none: the operator is then asked to read it. */
export function figureOf(sheet: Sheet, figure: FigureId): number | undefined {
  return sheet.figures[figure]?.value;
}

/** A drawing dimension in metres; where the sheet lacks it the drawing uses `otherwiseM`, never a check. */
export function drawnM(sheet: Sheet, figure: FigureId, otherwiseM: number): number {
  const value = figureOf(sheet, figure);
  return value !== undefined && figures[figure] === "m" ? value : otherwiseM;
}
