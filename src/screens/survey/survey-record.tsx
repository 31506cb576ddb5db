"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { SurveyShown, TalkSigned } from "@/contract/survey";
import type { Signature } from "@/core/decision/sealed";
import type { SurveyGiven } from "@/core/survey/job";
import type { PlacePlan } from "@/core/survey/place-plan";
import type { Attempt } from "@/core/survey/rescue-ladder";
import { allows, type Sum } from "@/core/survey/sums";
import { Button, buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { SignatureField } from "../inspect/signature";
import { send } from "../send";
import { clock, dayAndClock } from "../states";
import { UnitHead } from "../unit/unit-head";
import type { Measures } from "./figure";
import { LoadChart } from "./load-chart";
import { SumList } from "./sum-list";
import { SurveyState } from "./survey-state";
import { talkOf } from "./talk";
import { TalkSheet } from "./talk-sheet";
import { surveyWords, type T } from "./words";

/** A survey as it is told: with its plan, what was given, what was worked out, and the rescue of its unit. */
export interface SurveyTold {
  readonly shown: SurveyShown;
  readonly plan: PlacePlan;
  readonly given: SurveyGiven;
  readonly sums: readonly Sum[];
  readonly ladder: readonly Attempt[];
  readonly zone: string;
  readonly measures: Measures;
}

interface SurveyRecordPage extends SurveyTold {
  readonly signed: readonly TalkSigned[];
  /** The code that opens the card of limits, as an image. */
  readonly code: string;
}

/** A survey that was recorded: the pre-start talk with who was there, the card's code for the crew, and its figures. */
export function SurveyRecord({ page }: { page: SurveyRecordPage }) {
  const { shown, plan, given, sums, zone, measures } = page;
  const t = useTranslations() as unknown as T;
  const words = surveyWords({ t, plan, measures, zone }, given);
  const allowed = allows(shown.verdict) && !shown.tests;
  const pictures = (given.readings.hazards ?? []).filter(({ picture }) => picture !== undefined);
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] md:p-6">
      <div>
        <UnitHead
          plate={shown.plate}
          title={t(allowed ? "talk.title" : shown.tests ? "talk.tests" : "survey.title")}
        />
        <p className="mt-3 text-[20px] font-semibold">
          <SurveyState {...{ t, zone, measures }} survey={shown} />
        </p>
        <p className="text-ink2">
          {t("talk.made", { by: shown.by, at: dayAndClock(shown.surveyedAtMs, zone) })}
        </p>
        {allowed ? (
          <div className="mt-4">
            <TalkSheet
              t={t}
              parts={talkOf(words, { given, sums, ladder: page.ladder, plate: shown.plate })}
            />
          </div>
        ) : null}
        {pictures.length === 0 ? null : (
          <ul className="mt-3 flex flex-wrap gap-3">
            {pictures.map(({ id, picture, what, where }) => (
              <li key={id}>
                <a href={`/api/units/${encodeURIComponent(shown.plate)}/survey-pictures/${picture}`}>
                  {/* biome-ignore lint/performance/noImgElement: its bytes are what the record names, and no others */}
                  <img
                    src={`/api/units/${encodeURIComponent(shown.plate)}/survey-pictures/${picture}`}
                    alt={`${t(`survey.hazard.${what}`)}${where === undefined ? "" : `, ${where}`}`}
                    loading="lazy"
                    className="h-28 border-2 border-ink object-cover"
                  />
                </a>
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className="grid content-start gap-6">
        {allowed ? (
          <>
            <Signatures {...{ t, zone }} id={shown.id} signed={page.signed} open={shown.inEffect} />
            <section className="flex items-center gap-4">
              {/* biome-ignore lint/performance/noImgElement: a code made for this page */}
              <img src={page.code} alt={t("talk.code")} className="size-32 border-2 border-ink bg-white" />
              <div>
                <p>{t("talk.codeHelp")}</p>
                <a href={`/surveys/${shown.id}/pdf`} className={`${buttonLook("small")} mt-2`}>
                  {t("talk.print")}
                </a>
              </div>
            </section>
          </>
        ) : null}
        <LoadChart {...{ words, sums }} />
        <section>
          <h2 className="mb-2 text-[20px] font-bold">{t("talk.figures")}</h2>
          <SumList words={words} sums={sums} />
        </section>
      </div>
    </div>
  );
}

function Signatures({
  t,
  id,
  signed,
  open,
  zone,
}: {
  t: T;
  id: string;
  signed: readonly TalkSigned[];
  open: boolean;
  zone: string;
}) {
  const router = useRouter();
  const [name, setName] = useState("");
  const [drawn, setDrawn] = useState<Signature>();
  const [key, setKey] = useState(() => crypto.randomUUID());
  const [problem, setProblem] = useState("");
  const sign = async () => {
    const answer = await send(`/api/surveys/${id}/signatures`, {
      ...{ id: key, name: name.trim() },
      ...(drawn?.kind === "drawn" ? { path: drawn.path } : {}),
    });
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setKey(crypto.randomUUID());
    setName("");
    setDrawn(undefined);
    router.refresh();
  };
  return (
    <section className="border-2 border-ink p-3">
      <h2 className="text-[20px] font-bold">{t("talk.present")}</h2>
      {signed.length === 0 ? <p className="text-ink2">{t("talk.nobody")}</p> : null}
      <ul>
        {signed.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-line py-1.5">
            <span className="font-semibold">{one.name === "" ? t("talk.erased") : one.name}</span>
            {one.path === undefined ? null : (
              <svg viewBox="0 0 480 112" className="h-10 w-32" aria-hidden="true">
                <path d={one.path} fill="none" stroke="var(--ink)" strokeWidth={4} />
              </svg>
            )}
            <span className="text-ink2">{clock(one.atMs, zone)}</span>
          </li>
        ))}
      </ul>
      {open ? (
        <div className="mt-3 grid gap-3">
          <Field words={t("talk.name")}>
            <TextField value={name} maxLength={80} onChange={({ target }) => setName(target.value)} />
          </Field>
          <SignatureField key={key} name={name} drawOnly onChange={setDrawn} />
          <Button disabled={name.trim().length < 2} onClick={() => void sign()}>
            {t("talk.sign")}
          </Button>
          <Problem>{problem}</Problem>
        </div>
      ) : null}
    </section>
  );
}
