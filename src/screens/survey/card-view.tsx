"use client";
import { useTranslations } from "next-intl";
import { Glyph, Plate } from "@/kit/plate";
import type { SurveyTold } from "./survey-record";
import { SurveyState } from "./survey-state";
import { talkOf } from "./talk";
import { TalkSheet } from "./talk-sheet";
import { surveyWords, type T } from "./words";

/** What a crew sees who opens the code: whether the work is allowed now, its limits, what is near, and the rescue. */
export function CardView({ card }: { card: SurveyTold }) {
  const t = useTranslations() as unknown as T;
  const { shown, plan, given, sums, ladder, zone, measures } = card;
  const words = surveyWords({ t, plan, measures, zone }, given);
  return (
    <main className="mx-auto max-w-2xl p-4 md:p-6">
      <Glyph />
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <Plate>{shown.plate}</Plate>
        <h1 className="text-[26px] leading-tight font-bold">{shown.place}</h1>
      </div>
      <p className="mt-3 text-[20px] font-semibold">
        <SurveyState {...{ t, zone, measures }} survey={shown} />
      </p>
      <div className="mt-4">
        {shown.inEffect ? (
          <TalkSheet t={t} parts={talkOf(words, { given, sums, ladder, plate: shown.plate })} />
        ) : (
          <p className="border-[3px] border-ink p-3 text-[20px] font-bold">{t("talk.cardOver")}</p>
        )}
      </div>
      <p className="mt-5 text-ink2">{t("talk.manual")}</p>
    </main>
  );
}
