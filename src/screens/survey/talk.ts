import type { SurveyGiven } from "@/core/survey/job";
import { dangersOf } from "@/core/survey/place-plan";
import type { Attempt } from "@/core/survey/rescue-ladder";
import type { Sum } from "@/core/survey/sums";
import { figureWords } from "./figure";
import { limitsToCarry, nameOf, type SurveyWords } from "./words";

/** One part of the pre-start talk: what it is about, and what is said. */
export interface TalkPart {
  readonly part: "job" | "keep" | "around" | "rescuer" | "rescue" | "stop";
  readonly lines: readonly string[];
}

/** The pre-start talk, in plain words, made from a survey: what is done, what is kept to, what is near, who rescues, who may stop. */
export function talkOf(
  words: SurveyWords,
  {
    given,
    sums,
    ladder,
    plate,
  }: {
    readonly given: SurveyGiven;
    readonly sums: readonly Sum[];
    readonly ladder: readonly Attempt[];
    readonly plate: string;
  },
): readonly TalkPart[] {
  const { t, plan, job, measures } = words;
  const figure = (value: number, unit: "m" | "kg") =>
    figureWords(value, unit, measures, t("inspect.decimal"), "up");
  const carried = sums
    .find(({ topic }) => topic === "load")
    ?.terms.find(({ term }) => term === "items_weigh")?.value;
  const { readings } = given;
  const limits = limitsToCarry(words, sums);
  return [
    {
      part: "job",
      lines: [
        t("talk.job", { what: job.what, place: plan.name, unit: plate }),
        t("talk.people", { count: job.persons }) +
          (carried === undefined || carried === 0
            ? ""
            : ` ${t("talk.things", { weight: figure(carried, "kg") })}`),
        ...job.positions.map(({ name, handsM }) => t("talk.work", { name, height: figure(handsM, "m") })),
      ],
    },
    { part: "keep", lines: limits.length === 0 ? [t("survey.cardNone")] : limits },
    {
      part: "around",
      lines: [
        ...dangersOf(plan).map(({ name, kind }) => t("talk.near", { name, kind: t(`places.kinds.${kind}`) })),
        ...(readings.isolations ?? []).map(({ mark, by, permit }) =>
          t("talk.isolated", { name: nameOf(words, mark), by, permit }),
        ),
        ...(readings.spotter === undefined ? [] : [t("talk.spotter", { name: readings.spotter })]),
        ...(readings.hazards ?? []).map(({ what, where, did, by, told }) =>
          [
            `${t(`survey.hazard.${what}`)}${where === undefined ? "" : `, ${where}`}: ${t(`survey.dids.${did}`)} (${by})`,
            ...(told === undefined ? [] : [t("talk.told", { who: told })]),
          ].join(". "),
        ),
      ],
    },
    {
      part: "rescuer",
      lines: readings.rescue === undefined ? [] : [t("talk.rescuer", { name: readings.rescue.who })],
    },
    { part: "rescue", lines: ladderLines(words, ladder) },
    { part: "stop", lines: [t("talk.stop")] },
  ];
}

/** Each attempt to bring somebody down, in words. */
export const ladderLines = ({ t }: Pick<SurveyWords, "t">, ladder: readonly Attempt[]): readonly string[] =>
  ladder.map(({ step, by, maybe }) =>
    [
      t(`ladder.${step}`, { by: by === undefined ? "" : t(`ladder.by.${by}`) }),
      ...(maybe ? [t("ladder.maybe")] : []),
    ].join(" "),
  );
