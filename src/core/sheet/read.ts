import type { Applies } from "../vocabulary/applies-to";
import { type ChoiceId, choices } from "../vocabulary/choices";
import { type FeatureId, familyMayHave, partOf } from "../vocabulary/features";
import { type FigureId, figures } from "../vocabulary/figures";
import type { Sheet } from "./sheet";

/**
 * Whether a feature is fitted. A feature the sheet does not name is `unknown`, and unknown keeps its checks on;
 * one the whole family cannot have is not fitted, nor is a part of what is not.
 */
export function fitOf(sheet: Sheet, feature: FeatureId): "fitted" | "not_fitted" | "unknown" {
  if (!familyMayHave(sheet.family, feature)) return "not_fitted";
  const whole = partOf[feature];
  if (whole !== undefined && fitOf(sheet, whole) === "not_fitted") return "not_fitted";
  return sheet.features[feature]?.fit ?? "unknown";
}

/** True when the feature may be there: fitted, or not known. */
export function mayHave(sheet: Sheet, feature: FeatureId): boolean {
  return fitOf(sheet, feature) !== "not_fitted";
}

/** A figure in its stored unit, or undefined where the sheet has none: the operator is then asked to read it. */
export function figureOf(sheet: Sheet, figure: FigureId | undefined): number | undefined {
  return figure === undefined ? undefined : sheet.figures[figure]?.value;
}

/** How a thing is built; undefined where the sheet does not say. */
export const choiceOf = (sheet: Sheet, choice: ChoiceId): string | undefined => sheet.choices?.[choice];

/** A drawing dimension in metres; where the sheet lacks it the drawing uses `otherwiseM`, never a check. */
export function drawnM(sheet: Sheet, figure: FigureId, otherwiseM: number): number {
  const value = figureOf(sheet, figure);
  return value !== undefined && figures[figure] === "m" ? value : otherwiseM;
}

/** Whether the machine burns fuel or is driven by the vehicle's engine. */
export const hasEngine = (sheet: Sheet): boolean => sheet.power !== "battery" && sheet.power !== "hand_crank";

/** Whether it lifts by traction batteries. */
export const hasTractionBattery = (sheet: Sheet): boolean =>
  sheet.power === "battery" || sheet.power === "hybrid";

/** Whether something applies to a sheet's machine. Unknown features and choices keep it on. */
export function applies(sheet: Sheet, to: Applies): boolean {
  if (to.families !== undefined && !to.families.includes(sheet.family)) return false;
  if (to.features?.some((id) => !mayHave(sheet, id))) return false;
  if (to.anyOf !== undefined && !to.anyOf.some((id) => mayHave(sheet, id))) return false;
  if (to.fuels !== undefined && !to.fuels.includes(sheet.power)) return false;
  if (to.tyres !== undefined && !to.tyres.includes(sheet.tyres)) return false;
  if (to.power !== undefined && !powerIs(sheet, to.power)) return false;
  if (to.choice === undefined) return true;
  const [id, ...values] = to.choice;
  const { feature } = choices[id] as { readonly feature?: FeatureId };
  if (feature !== undefined && !mayHave(sheet, feature)) return false;
  const chosen = choiceOf(sheet, id);
  return chosen === undefined || values.includes(chosen);
}

function powerIs(sheet: Sheet, power: NonNullable<Applies["power"]>): boolean {
  if (power === "engine") return hasEngine(sheet);
  if (power === "traction_battery") return hasTractionBattery(sheet);
  return (sheet.power === "hand_crank") === (power === "hand_crank");
}
