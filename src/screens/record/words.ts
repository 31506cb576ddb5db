import { measureOf } from "@/core/catalogue/catalogue";
import type { EventOf } from "@/core/record/events";
import type { Given } from "@/core/record/reduce";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { limitWords, shown, type T, titleOfKey } from "../inspect/words";

/** What was read, and what it was held against: by the sheet, or read off the plate. Empty for an answer in words. */
export function readingWords(
  t: T,
  given: Given,
  sheet: Sheet | undefined,
  measures: "metric" | "imperial",
): { readonly value: string; readonly limit: string } {
  if (given.type !== "measured") return { value: "", limit: "" };
  const measure = measureOf(given.check);
  const ofSheet = sheet === undefined || measure === undefined ? undefined : figureOf(sheet, measure.limit);
  const limit = ofSheet ?? given.limitRead;
  return {
    value: shown(t, given.value, measure?.unit ?? "", measures),
    limit: measure === undefined || limit === undefined ? "" : limitWords(t, measure, limit, measures),
  };
}

/** Whoever gave an answer, where more than one person was on the walk; who began it comes first of them. */
export const giverName = (
  { by }: Given,
  people: readonly { readonly id: string; readonly name: string }[],
): string | undefined => people.find(({ id }) => id === (by ?? people[0]?.id))?.name;

/** What a walk said of a thing that was open before it: same, worse or gone, and why. */
export const matterWords = (t: T, { check, says, reason }: EventOf<"matter">): string => {
  const said = t(`matter.said${says === "same" ? "Same" : says === "worse" ? "Worse" : "Gone"}`);
  return `${titleOfKey(t, check)}: ${said.toLowerCase()}${reason === undefined || reason === "" ? "" : `, “${reason}”`}`;
};
