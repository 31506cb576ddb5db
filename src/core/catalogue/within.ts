import type { Measure } from "./types";

/** Whether a reading keeps its limit. One held beside a figure that is no limit always does: it is recorded, not graded. */
export const isWithin = (
  { sense, nominal }: Pick<Measure, "sense" | "nominal">,
  value: number,
  limit: number,
): boolean => nominal === true || (sense === "at_least" ? value >= limit : value <= limit);
