import { type FeatureId, featureIds } from "../vocabulary/features";
import type { Sheet } from "./sheet";

/**
 * A sheet that asks at least what either of two asks: a feature is taken off only where both say *not fitted*, a
 * choice stands only where both make it, every stop button and position of either is there. Power and figures are
 * `now`'s, unless the machine was then cranked by hand and is not now.
 */
export function strictestOf(now: Sheet, then: Sheet): Sheet {
  const features: Partial<Record<FeatureId, Sheet["features"][FeatureId]>> = {};
  for (const id of featureIds) {
    const [a, b] = [now.features[id], then.features[id]];
    if (a?.fit === "fitted" || b?.fit === "fitted") features[id] = { fit: "fitted" };
    else if (a?.fit === "not_fitted" && b?.fit === "not_fitted") features[id] = a;
    else features[id] = { fit: "unknown" };
  }
  const choices = Object.fromEntries(
    Object.entries(now.choices ?? {}).filter(([id, value]) => then.choices?.[id as never] === value),
  );
  const buttons = new Map([...then.stopButtons, ...now.stopButtons].map((button) => [button.id, button]));
  return {
    ...now,
    power: now.power === "hand_crank" ? then.power : now.power,
    features,
    choices,
    stopButtons: [...buttons.values()],
    figures: { ...then.figures, ...now.figures },
    positions: { ...then.positions, ...now.positions },
  };
}
