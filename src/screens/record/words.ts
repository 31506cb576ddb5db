import { measureOf } from "@/core/catalogue/catalogue";
import type { SealedDocument } from "@/core/decision/sealed";
import type { Finding } from "@/core/grade/assess";
import { inputsOfWay, isMadeOnWay } from "@/core/measure/made-on";
import { timedPart, timedPartInputs } from "@/core/measure/way-down";
import type { EventOf } from "@/core/record/events";
import type { Given, Reduction } from "@/core/record/reduce";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { conditionWord, limitWords, partSentence, shown, type T, titleOfKey } from "../inspect/words";
import { clock } from "../states";

type Measures = "metric" | "imperial";

/** A translator that knows which words it has: a record may be of an older catalogue. */
export type RecordT = T & { readonly has: (key: string) => boolean };

/** What was found: the check, and what is to be said of it. */
export const findingWords = (
  t: T,
  finding: Finding,
  measures: Measures,
): { readonly check: string; readonly rest: string } => ({
  check: titleOfKey(t, finding.check),
  rest: `${conditionWord(t, finding.condition).toLowerCase()}. ${t(`rule.${finding.rule}`)}${partSentence(t, finding, measures)}${
    finding.note === undefined ? "" : `. “${finding.note}”`
  }`,
});

/** What a walk said of a thing that was open before it: same, worse or gone, and why. */
export const matterWords = (t: T, { check, says, reason }: EventOf<"matter">): string => {
  const said = t(`matter.said${says === "same" ? "Same" : says === "worse" ? "Worse" : "Gone"}`);
  return `${titleOfKey(t, check)}: ${said.toLowerCase()}${reason === undefined || reason === "" ? "" : `, “${reason}”`}`;
};

/** What was read, and what it was held against: by the sheet, or read off the plate. Empty for an answer in words. */
export function readingWords(
  t: T,
  given: Given,
  sheet: Sheet | undefined,
  measures: Measures,
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

/** How an answer came about: why it was skipped, what was checked before, which of it was the cause, what it was made on. */
export function howWords(
  t: RecordT,
  given: Given,
  { lookedInto, madeOn }: Pick<Reduction, "lookedInto" | "madeOn">,
  measures: Measures,
): string {
  const result = given.type === "answered" ? given.result : undefined;
  const cause = result?.kind === "fine" ? result.cause : undefined;
  const said = result?.kind === "condition" ? result.ruledOut : undefined;
  const checked = said ?? [...(lookedInto.get(given.check) ?? [])];
  const on = madeOn.get(given.check);
  const timed = on?.method === timedPart ? timedPartInputs : undefined;
  const read = on !== undefined && isMadeOnWay(on.method) ? inputsOfWay(on.method) : timed;
  return [
    ...(given.type === "skipped" ? [given.reason] : []),
    ...(cause === undefined ? [] : [t("record.cause", { cause: interlock(t, cause) })]),
    ...(checked.length === 0
      ? []
      : [t("record.lookedInto", { causes: checked.map((id) => interlock(t, id)).join("; ") })]),
    ...(on === undefined || read === undefined
      ? []
      : [
          t(timed === undefined ? "record.madeOn" : "record.timed", {
            way: timed === undefined ? t(`madeOn.way.${on.method}`).toLowerCase() : "",
            read: read
              .map(({ id, unit }) => shown(t, on.inputs[id] ?? Number.NaN, unit, measures))
              .join(", "),
          }),
        ]),
  ].join(" ");
}

/** An interlock of this catalogue in words; of an older one by its name. */
const interlock = (t: RecordT, id: string): string => (t.has(`interlock.${id}`) ? t(`interlock.${id}`) : id);

/** From when to when somebody was at a stop. */
export const spanWords = ({ fromMs, toMs }: { fromMs: number; toMs: number }, zone: string): string =>
  [...new Set([clock(fromMs, zone), clock(toMs, zone)])].join(" – ");

/** Whoever gave an answer, where more than one person was on the walk; who began it comes first of them. */
export const giverName = (
  { by }: Given,
  people: readonly { readonly id: string; readonly name: string }[],
): string | undefined => people.find(({ id }) => id === (by ?? people[0]?.id))?.name;

/** Who signed a record: name, badge, and the licence they signed by. */
export function signerWords(
  t: T,
  {
    signer,
    badge,
    document: { licence },
  }: {
    readonly signer: string;
    readonly badge: string;
    readonly document: Pick<SealedDocument, "licence">;
  },
): string {
  return `${signer} (${badge}${licence === undefined ? "" : `, ${t("record.licence", { licence })}`})`;
}
