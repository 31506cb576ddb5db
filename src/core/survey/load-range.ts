/** The load range a boom is set to: its usual one, or the heavy one with its shorter reach. */
export const loadRanges = ["usual", "heavy"] as const;
export type LoadRange = (typeof loadRanges)[number];
