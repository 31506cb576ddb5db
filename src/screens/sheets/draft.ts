import { type Check, checksOf } from "@/core/catalogue/catalogue";
import { guardsChecks } from "@/core/catalogue/weakened";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { type FeatureId, featureIds } from "@/core/vocabulary/features";
import type { FigureId } from "@/core/vocabulary/figures";

/** What one entry in the editor does to the checks a full inspection asks for. */
export interface Effect {
  readonly on: readonly Check[];
  readonly off: readonly Check[];
}

/**
 * The sheet as it will hold once saved: what one person alone says is not fitted, and a check on the floor goes with, is unknown
 * until a second agrees, so its checks stay on.
 */
export function asItHolds(sheet: Sheet): Sheet {
  const waits = (id: FeatureId) => {
    const entry = sheet.features[id];
    return entry?.fit === "not_fitted" && guardsChecks(sheet, id) && entry.confirmedBy === undefined;
  };
  const waiting = featureIds.filter(waits);
  if (waiting.length === 0) return sheet;
  const unknown = Object.fromEntries(waiting.map((id) => [id, { fit: "unknown" as const }]));
  return { ...sheet, features: { ...sheet.features, ...unknown } };
}

const asked = (sheet: Sheet) =>
  checksOf(asItHolds(sheet)).filter(
    ({ definition }) => definition.phase !== "transport" && definition.foundRaised !== true,
  );

/** The checks that `after` asks for and `before` did not, and those it no longer asks for. */
export function effectOf(before: Sheet, after: Sheet): Effect {
  const was = asked(before);
  const is = asked(after);
  const had = new Set(was.map((c) => c.key));
  const has = new Set(is.map((c) => c.key));
  return { on: is.filter((c) => !had.has(c.key)), off: was.filter((c) => !has.has(c.key)) };
}

/** Measured checks whose figure the sheet does not have: the operator reads it off the plate. One for each figure. */
export function withoutFigure(sheet: Sheet): readonly { readonly check: Check; readonly figure: FigureId }[] {
  const found = new Map<FigureId, Check>();
  for (const check of asked(sheet)) {
    const limit = check.definition.measure?.limit;
    if (limit !== undefined && figureOf(sheet, limit) === undefined && !found.has(limit))
      found.set(limit, check);
  }
  return [...found].map(([figure, check]) => ({ figure, check }));
}

export const withFeature = (sheet: Sheet, id: FeatureId, entry: Sheet["features"][FeatureId]): Sheet => ({
  ...sheet,
  features: { ...sheet.features, [id]: entry },
});

/** The sheet with one entry of a part set, or taken out where `value` is undefined. */
export function withEntry<
  Part extends "choices" | "lamps" | "alarms" | "figures" | "positions" | "intervals",
>(sheet: Sheet, part: Part, id: string, value: unknown): Sheet {
  const entries: Record<string, unknown> = { ...sheet[part] };
  if (value === undefined) delete entries[id];
  else entries[id] = value;
  return { ...sheet, [part]: entries };
}

/** A new sheet of a family: nothing known yet, so every check it could have is on. */
export const emptySheet = (family: Sheet["family"], power: Sheet["power"]): Sheet => ({
  schema: 1,
  maker: "",
  model: "",
  family,
  power,
  tyres: family === "push_around_mast" ? "casters" : family === "tracked_spider" ? "tracks" : "solid",
  features: {},
  choices: {},
  stopButtons:
    power === "hand_crank"
      ? []
      : [
          { id: "ground", at: "ground", resets: "pull" },
          { id: "platform", at: "platform", resets: "pull" },
        ],
  lamps: {},
  alarms: {},
  figures: {},
  positions: {},
});
