/** Why work is stopped where nothing is wrong with the machine (field guide, section 15). */
export const stopReasons = [
  "wind",
  "storm",
  "ground",
  "lines",
  "public",
  "traffic",
  "sight",
  "air",
  "other",
] as const;
export type StopReason = (typeof stopReasons)[number];
