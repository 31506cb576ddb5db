import type { SurveyGiven } from "@/core/survey/job";
import type { PlacePlan } from "@/core/survey/place-plan";
import { allows, type Limit, type Sum } from "@/core/survey/sums";
import { clock } from "../states";
import { figureWords, type Measures, type Rounded } from "./figure";

export type T = {
  (key: string, values?: Record<string, string | number>): string;
  has(key: string): boolean;
};

/** What words of a survey are made with: the words themselves, the plan and the job they name things of, and the measures. */
export interface SurveyWords {
  readonly t: T;
  readonly plan: PlacePlan;
  readonly job: SurveyGiven["job"];
  readonly measures: Measures;
  readonly zone: string;
  readonly hazards: NonNullable<SurveyGiven["readings"]["hazards"]>;
}

/** Words for a survey that was given so. */
export const surveyWords = (
  common: Pick<SurveyWords, "t" | "plan" | "measures" | "zone">,
  { job, readings }: SurveyGiven,
): SurveyWords => ({ ...common, job, hazards: readings.hazards ?? [] });

/** The name of a mark, a piece of work, a thing or a hazard by its id. */
export function nameOf({ t, plan, job, hazards }: SurveyWords, id: string): string {
  if (id === "roof") return t("survey.because.roof");
  const hazard = hazards.find((one) => one.id === id);
  if (hazard !== undefined) return t(`survey.hazard.${hazard.what}`);
  return [...plan.marks, ...job.positions, ...job.items].find((one) => one.id === id)?.name ?? id;
}

const figure = (
  { measures, t }: SurveyWords,
  value: number,
  unit: Parameters<typeof figureWords>[1],
  rounded?: Rounded,
) => figureWords(value, unit, measures, t("inspect.decimal"), rounded);

/** Limits that ask for at least so much; the others for at most. */
const atLeast: ReadonlySet<Limit["limit"]> = new Set(["pads", "span", "keep_off"]);

/** What a sum is about, in a few words. */
export function titleOf(words: SurveyWords, sum: Sum): string {
  const { t } = words;
  const parts = [
    sum.about === undefined ? "" : nameOf(words, sum.about),
    sum.position === undefined ? "" : nameOf(words, sum.position),
    becauseOf(words, sum.because),
  ].filter((part, i, all) => part !== "" && all.indexOf(part) === i);
  return `${t(`survey.topic.${sum.topic}`)}${parts.length === 0 ? "" : `: ${parts.join(", ")}`}`;
}

function becauseOf(words: SurveyWords, because: string | undefined): string {
  if (because === undefined) return "";
  const { t } = words;
  for (const key of [
    `survey.because.${because}`,
    `survey.grounds.${because}`,
    `survey.terrains.${because}`,
    `survey.hazard.${because}`,
    `places.trafficWhat.${because}`,
    `places.atmosphereWhat.${because}`,
  ])
    if (t.has(key)) return t(key);
  return words.plan.marks.some(({ id }) => id === because) ? nameOf(words, because) : "";
}

/** What was compared with what, or what is missing. */
export function figuresOf(words: SurveyWords, { topic, compared, missing }: Sum): string {
  const { t } = words;
  const lacks =
    missing === undefined || missing.length === 0
      ? ""
      : t("survey.missing", { what: missing.map((one) => missingWords(words, one)).join(", ") });
  if (compared === undefined) return lacks;
  const { found, limit, unit, must } = compared;
  if (topic === "rescue") return t("survey.compared.days", { found: found ?? 0, limit: limit ?? 0 });
  const told = (value: number | undefined, rounded: Rounded) =>
    value === undefined ? t("survey.unknownFigure") : figure(words, value, unit, rounded);
  // Rounded against what was found, so that what is told never looks better than it is.
  const [of, against] = must === "at_most" ? (["up", "down"] as const) : (["down", "up"] as const);
  const both = t(`survey.compared.${must}`, { found: told(found, of), limit: told(limit, against) });
  return lacks === "" ? both : `${both}. ${lacks}`;
}

function missingWords(words: SurveyWords, id: string): string {
  const { t } = words;
  if (t.has(`survey.missingWord.${id}`)) return t(`survey.missingWord.${id}`);
  return t.has(`figure.${id}`) ? t(`figure.${id}`).toLowerCase() : nameOf(words, id);
}

/** Each figure of a sum: what it is, how much, and where it comes from. */
export const termsOf = (words: SurveyWords, { terms }: Sum) =>
  terms.map(({ term, value, unit, from }) => ({
    term,
    name: words.t(`survey.term.${term}`),
    figure: figure(words, value, unit),
    from: words.t(`survey.of.${from}`),
  }));

/** A limit of the work, as it is carried and told. */
export function limitWords(
  words: SurveyWords,
  { limit, value, unit, about, position, readAtM }: Limit,
): string {
  const { t, zone } = words;
  const told =
    value === undefined
      ? ""
      : limit === "isolated_until"
        ? clock(value, zone)
        : limit === "stand_facing"
          ? facingWords(t, value)
          : unit === "count"
            ? t("survey.people", { count: value })
            : figure(words, value, unit ?? "m", atLeast.has(limit) ? "up" : "down");
  const key = limit === "wind_at_most" && about !== undefined ? "wind_at_most_about" : limit;
  const line = t(`survey.limit.${key}`, {
    value: told,
    about: about === undefined ? "" : nameOf(words, about),
    height: readAtM === undefined ? "" : figure(words, readAtM, "m"),
  });
  return position === undefined ? line : `${nameOf(words, position)}: ${line}`;
}

/** What a spot is called: A, B, and on. */
export const spotLetter = (index: number): string => String.fromCharCode(65 + index);

/** The nearest of the eight ways to face. */
export const facingWords = (t: T, deg: number): string =>
  t(`survey.facings.${(Math.round(deg / 45) * 45) % 360}`);

/** The limits of a survey, each once. */
export function limitsToCarry(words: SurveyWords, sums: readonly Sum[]): readonly string[] {
  const told = sums
    .filter(({ verdict }) => allows(verdict))
    .flatMap(({ limits }) => limits ?? [])
    .map((limit) => limitWords(words, limit));
  const hazards = words.hazards.flatMap(({ limit }) => (limit === undefined ? [] : [limit]));
  return [...new Set([...told, ...hazards])];
}
