import { isPlanId, type PlanId } from "../vocabulary/state/values";
import type { Change } from "./changes";

/** The step a change of a plan is recorded under: numbered, so that no two of one inspection are the same. */
export const changeKey = (number: string, { variable, to }: Pick<Change, "variable" | "to">): string =>
  `change.${number}.${variable}.${to}`;

/** Which change such a step was; undefined for any other step. */
export function changeOf(step: string): { readonly variable: PlanId; readonly to: string } | undefined {
  const [, variable = "", to = ""] = /^change\.[^.]*\.(.+)\.([^.]+)$/.exec(step) ?? [];
  return isPlanId(variable) ? { variable, to } : undefined;
}
