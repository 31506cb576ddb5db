type T = (key: string, values?: Record<string, string | number>) => string;

/** An interval in words: months, hours, or whichever comes first. */
export function intervalWords(
  t: T,
  { runs, months, hours }: { runs: boolean; months: number | null; hours: number | null },
): string {
  if (!runs) return t("clocks.ended");
  if (months !== null && hours !== null) return t("clocks.everyBoth", { months, hours });
  return months === null
    ? t("clocks.everyHours", { hours: hours ?? 0 })
    : t("clocks.everyMonths", { months });
}
