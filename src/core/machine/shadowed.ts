import { applies, figureOf, fitOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { verticals } from "../vocabulary/families";
import { interlocks } from "./interlocks";
import { thresholdsOf } from "./thresholds";

/** An act stops a little above the height it is meant for: one that acts within it comes first. */
const margin = 0.03;

type Heights = ReturnType<typeof thresholdsOf>;

/** What holds only where another holds the same movement back: failed alone, it shows in nothing. */
const shadows: readonly {
  readonly id: string;
  readonly behind: string;
  readonly where?: (heights: Heights) => boolean;
}[] = [
  {
    id: "drive_cut_back",
    behind: "drive_cut_out",
    where: (h) => h.cut_out_height <= Math.max(h.cut_back_height, h.transport) + margin,
  },
  {
    id: "guards_not_locked",
    behind: "drive_cut_out",
    where: (h) => h.cut_out_height <= h.transport + margin,
  },
  { id: "bumper_cuts_travel", behind: "bumper_cuts_all" },
];

/**
 * The interlocks of this sheet's machine that another stands before, as far as anybody knows, each with that other: no
 * test tries them.
 */
export function shadowedOn(sheet: Sheet): ReadonlyMap<string, string> {
  const has = (id: string) => interlocks.some((one) => one.id === id && applies(sheet, one.to ?? {}));
  const heights = thresholdsOf(sheet);
  return new Map(
    shadows
      .filter(({ id, behind, where }) => has(id) && has(behind) && (where?.(heights) ?? true))
      .map(({ id, behind }) => [id, behind]),
  );
}

/** The sheet says that it does not drive at all where it would be slowed: nothing there is left to be tried. */
export function neverSlowed(sheet: Sheet): boolean {
  const heights = ["drive_cut_out_above", "drive_cut_back_above"] as const;
  const known = !isVertical(sheet) || heights.every((id) => figureOf(sheet, id) !== undefined);
  return known && fitOf(sheet, "drive_cut_out") === "fitted" && shadowedOn(sheet).has("drive_cut_back");
}

const isVertical = ({ family }: Sheet): boolean => (verticals as readonly string[]).includes(family);
