import type { PastShown } from "@/contract/past";
import { measureOf } from "@/core/catalogue/catalogue";
import { type PastOutcome, pastOutcomes } from "@/core/record/past";
import { shown, type T, titleOfKey } from "../inspect/words";
import { day } from "../states";

/** Where a past record is from: what it is marked with for ever. */
export const originWords = (t: T, { origin, source, entered, enteredMs }: PastShown, zone: string): string =>
  t(origin === "file" ? "past.fromFile" : "past.fromPaper", {
    source,
    name: entered,
    day: day(enteredMs, zone),
  });

/** What was read on it, in the person's own measures; empty where nothing was. */
export const readWords = (t: T, { readings }: PastShown, measures: "metric" | "imperial"): string =>
  readings
    .map(({ check, value }) => {
      const measure = measureOf(check);
      const read = measure === undefined ? `${value}` : shown(t, value, measure.unit, measures);
      return `${titleOfKey(t, check)}: ${read}`;
    })
    .join("; ");

/** When, what and by whom. */
export const pastWords = (t: T, { doneMs, kind, by }: PastShown, zone: string): string =>
  `${day(doneMs, zone)}, ${t(`past.kind.${kind}`)}, ${by}`;

/** What a past record may have said, to pick from. */
export const outcomeOptions = (t: T): readonly { readonly id: PastOutcome; readonly name: string }[] =>
  pastOutcomes.map((id) => ({ id, name: t(`past.outcome.${id}`) }));
