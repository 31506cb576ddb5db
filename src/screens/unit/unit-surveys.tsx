import { useTranslations } from "next-intl";
import type { SurveyShown } from "@/contract/survey";
import { Link } from "@/kit/link";
import { dayAndClock } from "../states";
import type { Measures } from "../survey/figure";
import { SurveyState } from "../survey/survey-state";
import type { T } from "../survey/words";

/** The latest surveys of places for a unit, each with how it stands. */
export function UnitSurveys({
  surveys,
  zone,
  measures,
}: {
  surveys: readonly SurveyShown[];
  zone: string;
  measures: Measures;
}) {
  const t = useTranslations() as unknown as T;
  return (
    <div className="mb-6">
      <h2 className="text-[20px] font-bold">{t("talk.list")}</h2>
      <ul>
        {surveys.map((survey) => (
          <li key={survey.id} className="border-b border-line py-2 leading-snug">
            <Link
              href={`/surveys/${survey.id}`}
              className="inline-grid min-h-[48px] content-center underline"
            >
              <span>
                <b>{survey.place}</b> {survey.tests ? t("talk.tests") : survey.what}
              </span>
            </Link>
            <p className="font-semibold">
              <SurveyState {...{ t, survey, zone, measures }} />
            </p>
            <p className="text-ink2">
              {t("talk.made", { by: survey.by, at: dayAndClock(survey.surveyedAtMs, zone) })}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
