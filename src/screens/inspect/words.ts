import { mustsOf } from "@/core/catalogue/acts/musts";
import type { Check } from "@/core/catalogue/catalogue";
import type { readOff } from "@/core/catalogue/read-off";
import type { Measure } from "@/core/catalogue/types";
import { isWithin } from "@/core/catalogue/within";
import type { CheckAssessment } from "@/core/grade/assess";
import { gradeFinding } from "@/core/grade/grade";
import { otherWay } from "@/core/measure/slope";
import { stopOfKey } from "@/core/record/by-stop";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { type FigureId, type FigureUnit, figures } from "@/core/vocabulary/figures";
import type { Grade } from "@/core/vocabulary/grades";
import type { Side } from "@/core/vocabulary/sides";
import { fromStored, imperialOf, toStored } from "@/core/vocabulary/units";
import { withMark } from "@/kit/figures";
import type { MarkKind } from "@/kit/mark";
import type { InspectData } from "./inspect-data";

/** The translator, as far as these words need it. */
export type T = (key: string, values?: Record<string, string | number>) => string;

export function checkTitle(t: T, check: Check): string {
  const { id, test } = check.definition;
  return test === undefined
    ? titleOf(t, id)
    : `${t(`function.${test.function}`)} ${t(`direction.${test.direction}`)}`;
}

export const checkLook = (t: T, check: Check): string => lookOfId(t, check.definition.id);

/** What to do and look for, by the id of a check. */
export const lookOfId = (t: T, id: string): string =>
  t(id.startsWith("stop.") ? "check.stop_button.look" : `check.${id}.look`);

/** What must come of a test, where something must not; empty for any other. */
export const mustWords = (t: T, sheet: Sheet, check: Check): string => {
  const musts = mustsOf(sheet, check);
  return musts.length === 0
    ? ""
    : t("must.line", { what: musts.map((must) => t(`must.${must}`)).join(t("must.then")) });
};

/** What a check is made by on this model, as its sheet has it; empty where it has nothing for it. */
export function sheetWords(
  t: T,
  { figures: read, choices }: ReturnType<typeof readOff>,
  measures: "metric" | "imperial",
): string {
  const bracketed = (id: FigureId, value: number) => {
    const other = otherWay(id, value);
    return other === undefined ? "" : ` (${shown(t, Number(other.value.toFixed(1)), other.unit, measures)})`;
  };
  const said = [
    ...read.map(
      ({ id, value }) =>
        `${t(`figure.${id}`)} ${shown(t, value, figures[id], measures)}${bracketed(id, value)}`,
    ),
    ...choices.map(({ id, value }) => `${t(`choice.${id}`)} ${t(`choiceValue.${value}`)}`),
  ];
  return said.length === 0 ? "" : `${said.join(". ")}.`;
}

/** A check by its id. Further stop buttons are named on the sheet, not in the message files. */
export function titleOf(t: T, id: string): string {
  if (!id.startsWith("stop.")) return t(`check.${id}.title`);
  return t("check.stop_button.title", { name: id.slice("stop.".length).replaceAll("_", " ") });
}

/** A check by the id of its key, a movement by its function and direction; may be of an older catalogue. */
export function titleOfId(t: T, id: string): string {
  const move = /^move\.(\w+)\.(\w+)\.(\w+)$/.exec(id);
  return move ? `${t(`function.${move[2]}`)} ${t(`direction.${move[3]}`)}` : titleOf(t, id);
}

/** Title with its place, for lists outside the walk. */
export function titleOfKey(t: T, key: string): string {
  const { id, at } = partsOfKey(key);
  return `${titleOfId(t, id)}, ${t(`stop.${at}`).toLowerCase()}`;
}

export function partsOfKey(key: string): { readonly id: string; readonly at: string } {
  return { id: key.split("@")[0] ?? key, at: stopOfKey(key) };
}

/** What a reading is held against. */
export function limitWords(
  t: T,
  { nominal, unit, sense }: Measure,
  limit: number,
  measures: "metric" | "imperial",
): string {
  const value = shown(t, limit, unit, measures);
  return nominal
    ? t("inspect.nominal", { value })
    : t("inspect.limit", { value, sense: t(sense === "at_least" ? "inspect.atLeast" : "inspect.atMost") });
}

/** What is asked for on paper beside the room for a reading: its unit, and the sheet's limit or that the plate has it. */
export function readingAsked(
  t: T,
  { definition }: Check,
  sheet: Sheet,
  measures: "metric" | "imperial",
): string {
  const { measure } = definition;
  if (measure === undefined) return "";
  const limit = figureOf(sheet, measure.limit);
  if (limit !== undefined) return limitWords(t, measure, limit, measures);
  const unit = shown(t, 0, measure.unit, measures).replace(/^[\d.,\s]+/, "");
  return measure.nominal === true ? unit : t("plan.paper.byPlate", { unit });
}

/** What a reading would be graded, before it is recorded. */
export function gradeOfReading(check: Check, data: InspectData, value: number, limit: number): Grade {
  const { measure } = check.definition;
  const rule = measure === undefined ? undefined : check.conditions[measure.beyond];
  if (measure === undefined || rule === undefined) return "fine";
  if (isWithin(measure, value, limit)) return "fine";
  const found = { check: check.definition.id, condition: measure.beyond, rule };
  const context = { earlierTopUps: data.topUps[check.key] ?? 0, grown: false };
  return gradeFinding(found, data.policy, context).grade;
}

export const conditionWord = (t: T, condition: string): string => t(`condition.${condition}`);

/** The mark of an assessed check. */
export function markOf(assessed: CheckAssessment | undefined, place: boolean): MarkKind {
  if (assessed === undefined || assessed.status === "open") return "open";
  if (assessed.status === "fine") return "fine";
  if (assessed.status === "finding") return place ? "place" : ((assessed.grade ?? "watch") as MarkKind);
  return "skipped";
}

/** How closely a unit is shown: as closely as people measure in it. */
const shownTo: Readonly<Record<string, number>> = { ft: 1, in: 2, lb: 0, mph: 1, psi: 0, lbf: 0, degF: 0 };

/** A figure in the person's own measures. Storage stays in the sheet's unit. */
export function shown(t: T, value: number, unit: string, measures: "metric" | "imperial"): string {
  const round = (n: number, places: number) => withMark(Number(n.toFixed(places)), t("inspect.decimal"));
  const own = typedUnit(unit, measures);
  if (own !== unit) return `${round(fromStored(value, own), shownTo[own] ?? 2)} ${own}`;
  if (unit === "count" || unit === "ratio") return round(value, 2);
  return `${round(value, 2)}${unit === "deg" ? "°" : ` ${unit}`}`;
}

/** Where on its part something is and how big, as far as it was said. */
interface OnPart {
  readonly where?: readonly Side[] | undefined;
  readonly sizeMm?: number | undefined;
}

/** Where on its part something is and how big, in words; empty where neither was said. */
export const partWords = (t: T, { where = [], sizeMm }: OnPart, measures: "metric" | "imperial"): string =>
  [
    ...where.map((side) => t(`side.${side}`).toLowerCase()),
    ...(sizeMm === undefined ? [] : [shown(t, sizeMm, "mm", measures)]),
  ].join(", ");

/** The same as a sentence after another; empty where neither was said. */
export function partSentence(t: T, part: OnPart, measures: "metric" | "imperial"): string {
  const words = partWords(t, part, measures);
  return words === "" ? "" : `. ${t("finding.at", { words })}`;
}

/** A number as it is typed, with a point or a comma; undefined where it is none. */
export const numberIn = (typed: string): number | undefined =>
  /^\s*-?\d+([.,]\d+)?\s*$/.test(typed) ? Number(typed.replace(",", ".")) : undefined;

/** What a person typed in their own measures, in the sheet's unit. */
export const stored = (value: number, unit: FigureUnit, measures: "metric" | "imperial"): number =>
  toStored(value, typedUnit(unit, measures), unit) ?? value;

/** The unit a person types a figure in. */
export const typedUnit = (unit: string, measures: "metric" | "imperial"): string =>
  measures === "metric" ? unit : imperialOf(unit as FigureUnit);
