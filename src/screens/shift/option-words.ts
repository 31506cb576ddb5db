import type { useTranslations } from "next-intl";
import type { Option } from "@/core/shift/options";

type Words = ReturnType<typeof useTranslations<"shift.plan">>;

/** How late the crew in question would be. */
export function lateWords(t: Words, { crew }: Option): string {
  if (crew?.unitId === undefined) return t("notInTime");
  return crew.lateMin === 0 ? t("inTime") : t("min", { minutes: crew.lateMin });
}

/** What else would be otherwise, crew by crew; empty where nothing is. */
export const othersWords = (
  t: Words,
  { others }: Option,
  crews: Readonly<Record<string, string>>,
  plates: Readonly<Record<string, string>>,
): readonly string[] =>
  others.map(({ crewId, had, has }) => {
    const crew = crews[crewId] ?? "";
    if (has.unitId === undefined && had.unitId !== undefined) return t("othersNone", { crew });
    if (has.lateMin > had.lateMin) return t("othersLate", { crew, minutes: has.lateMin });
    if (has.lateMin < had.lateMin) return t("othersBetter", { crew, minutes: had.lateMin - has.lateMin });
    return t("othersOther", { crew, plate: plates[has.unitId ?? ""] ?? "" });
  });
