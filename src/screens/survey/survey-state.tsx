import type { SurveyShown } from "@/contract/survey";
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
  return (
    <Mark
      kind={
        inEffect ? verdictMark[verdict] : verdict === "within" || verdict === "limited" ? "skipped" : "place"
      }
    >
      {inEffect
        ? t(`talk.${tests ? "testState" : "state"}.${verdict}`, { time: clock(untilMs, zone) })
        : verdict === "within" || verdict === "limited"
          ? t("talk.state.over")
          : t("talk.state.no")}
    </Mark>
  );
}
