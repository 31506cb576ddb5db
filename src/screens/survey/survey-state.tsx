import type { SurveyShown } from "@/contract/survey";
import { allows } from "@/core/survey/sums";
import { Mark } from "@/kit/mark";
import { clock } from "../states";
import { figureWords, type Measures } from "./figure";
import { verdictMark } from "./sum-list";
import type { T } from "./words";

/** Whether a survey may still be worked by: until when, what ended it, or that it allows nothing. */
export function SurveyState({
  t,
  survey: { inEffect, verdict, untilMs, ended, tests },
  zone,
  measures,
}: {
  t: T;
  survey: SurveyShown;
  zone: string;
  measures: Measures;
}) {
  const told = (mps: number, rounded: "up" | "down") =>
    figureWords(mps, "m/s", measures, t("inspect.decimal"), rounded);
  if (ended !== undefined)
    return (
      <Mark kind="place">
        {t("wind.endedSurvey", {
          time: clock(ended.atMs, zone),
          gust: told(ended.gustMps, "up"),
          limit: told(ended.limitMps, "down"),
          meter: ended.meter,
        })}
      </Mark>
    );
  if (inEffect)
    return (
      <Mark kind={verdictMark[verdict]}>
        {t(`talk.${tests ? "testState" : "state"}.${verdict}`, { time: clock(untilMs, zone) })}
      </Mark>
    );
  const allowed = allows(verdict);
  return <Mark kind={allowed ? "skipped" : "place"}>{t(`talk.state.${allowed ? "over" : "no"}`)}</Mark>;
}
