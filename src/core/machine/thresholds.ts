import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { legged, verticals } from "../vocabulary/families";
import type { FigureId } from "../vocabulary/figures";
import type { Threshold } from "./condition";

/** Just out of transport posture, as a fraction of travel. */
const transportFraction = 0.1;
/** The main boom's range from stowed to full height, degrees: what an angle on the sheet is a fraction of. */
const boomRangeDeg = 75;

/**
 * The sheet's heights, angles and stripes as fractions of travel (0 to 1), the measure of the model's axes.
 * Platform height grows evenly with travel: true enough for which side of a height a posture lies on. Where the
 * sheet has no figure the machine changes its mind as it leaves transport posture, the strictest reading; a
 * missing stripe limits nothing, since then nobody can say where it is.
 */
export function thresholdsOf(sheet: Sheet): Readonly<Record<Threshold, number>> {
  const transport = transportFraction;
  const height = (figure: FigureId) => heightFraction(sheet, figure) ?? transport;
  const strokeM = figureOf(sheet, "main_stroke");
  const stripe = (figure: FigureId) => {
    const atM = figureOf(sheet, figure);
    return atM === undefined || strokeM === undefined ? 1 : clamp(atM / strokeM);
  };
  const angle = figureOf(sheet, "boom_angle_axles_in");
  const vertical = (verticals as readonly string[]).includes(sheet.family);
  return {
    transport,
    tilt_height: vertical ? height("tilt_acts_above") : transport,
    cut_back_height: vertical ? height("drive_cut_back_above") : transport,
    cut_out_height: vertical ? height("drive_cut_out_above") : transport,
    // A scissor leaves transport posture without its legs: it is driven so, and drives only with them in.
    legs_height: (legged as readonly string[]).includes(sheet.family)
      ? 0.02
      : Math.max(height("legs_needed_above"), transport + 0.1),
    axles_angle: angle === undefined ? transport : clamp(angle / boomRangeDeg),
    stripe_light: stripe("stripe_light"),
    stripe_heavy: stripe("stripe_heavy"),
    jib_stow: 0.1,
  };
}

/** (height - lowest) / (highest - lowest) of the platform floor, metres; undefined without all three figures. */
function heightFraction(sheet: Sheet, figure: FigureId): number | undefined {
  const atM = figureOf(sheet, figure);
  const fullM = figureOf(sheet, "platform_height");
  const railM = 1.1;
  const overallM = figureOf(sheet, "stowed_height");
  const lowM =
    figureOf(sheet, "platform_stowed_height") ?? (overallM === undefined ? undefined : overallM - railM);
  if (atM === undefined || fullM === undefined || lowM === undefined || fullM <= lowM) return undefined;
  return clamp((atM - lowM) / (fullM - lowM));
}

const clamp = (fraction: number) => Math.min(1, Math.max(0, fraction));
