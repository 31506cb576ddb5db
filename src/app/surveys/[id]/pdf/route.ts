import { getTranslations } from "next-intl/server";
import { allows } from "@/core/survey/sums";
import { dayAndClock } from "@/screens/states";
import { talkOf } from "@/screens/survey/talk";
import { surveyWords, type T } from "@/screens/survey/words";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { surveyOne } from "@/server/surveys/one";
import { talkPdf } from "@/server/surveys/talk-pdf";

/** The pre-start talk, to print. Of a survey that allows the work alone: no other has limits to go by. */
export const GET = route<{ id: string }>(async ({ request, params, person, at }) => {
  const db = database();
  const survey = await surveyOne(db, params.id, at);
  if (
    survey === undefined ||
    !mayAt(person, "see", survey.siteId) ||
    !allows(survey.shown.verdict) ||
    survey.shown.tests
  )
    throw new Problem(404, "no-survey", "expected a survey of your site that allows the work");
  const { shown, plan, given, sums, ladder, signed } = survey;
  const { timeZone } = await db
    .selectFrom("site")
    .select("timeZone")
    .where("id", "=", survey.siteId)
    .executeTakeFirstOrThrow();
  const { measures } = await displayChoice();
  const t = (await getTranslations()) as unknown as T;
  const words = surveyWords({ t, plan, measures, zone: timeZone }, given);
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const pdf = await talkPdf({
    plate: shown.plate,
    title: t("talk.title"),
    state: shown.inEffect
      ? t(`talk.state.${shown.verdict}`, { time: dayAndClock(shown.untilMs, timeZone) })
      : t("talk.state.over"),
    made: t("talk.made", { by: shown.by, at: dayAndClock(shown.surveyedAtMs, timeZone) }),
    parts: talkOf(words, { given, sums, ladder, plate: shown.plate })
      .filter(({ lines }) => lines.length > 0)
      .map(({ part, lines }) => ({
        title: t(`talk.part.${part}`),
        lines,
        boxed: part === "keep",
        numbered: part === "rescue",
      })),
    present: {
      title: t("talk.present"),
      signed: signed.map(({ name }) => (name === "" ? t("talk.erased") : name)),
    },
    codeSays: t("talk.code"),
    url: `${origin}/card/${shown.id}`,
    manual: t("talk.manual"),
  });
  return pdfAnswer(pdf, `${shown.plate}-talk`);
});
