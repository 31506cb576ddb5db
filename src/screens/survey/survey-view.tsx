"use client";
import { useTranslations } from "next-intl";
import { useEffect, useMemo, useRef, useState } from "react";
import type { DrillShown, KeptLoadShown, PlaceShown } from "@/contract/survey";
import { hasEngine, mayHave } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import type { SurveyInput } from "@/core/survey/input";
import type { At } from "@/core/survey/on-the-plan";
import type { SpotFound } from "@/core/survey/spots";
import { surveyed } from "@/core/survey/survey";
import { testsGiven } from "@/core/survey/test-area";
import { metersRead } from "@/core/survey/wind-watch";
import type { WorkplaceRules } from "@/core/vocabulary/workplace-rules";
import { type SpotFinder, spotFinder } from "@/device/survey/spot-finder";
import type { SurveyAnswer } from "@/device/surveys";
import { Button, buttonLook } from "@/kit/button";
import { OneOf } from "@/kit/field";
import { Link } from "@/kit/link";
import { useServerTime } from "../server-time";
import { UnitHead } from "../unit/unit-head";
import { useWind } from "../wind/use-wind";
import { atPlace, lacks, type SurveyDraft, withJob, withPosition, withPurpose, withSpot } from "./draft";
import type { Measures } from "./figure";
import { Headline } from "./headline";
import { JobStep } from "./job-step";
import { OutcomeStep } from "./outcome-step";
import { ReadingsStep } from "./readings-step";
import { StandStep } from "./stand-step";
import { SurveyDrawing } from "./survey-drawing";
import { useDraft } from "./use-draft";
import { surveyWords, type T } from "./words";
import { type Touch, WorkStep } from "./work-step";

const steps = ["job", "work", "stand", "readings", "outcome"] as const;
type Step = (typeof steps)[number];

export interface SurveyPage {
  readonly plate: string;
  readonly siteId: string;
  readonly sheet: Sheet;
  readonly places: readonly PlaceShown[];
  readonly rules: WorkplaceRules;
  readonly name: string;
  readonly nowMs: number;
  readonly zone: string;
  readonly measures: Measures;
  readonly mayDraw: boolean;
  readonly personId: string;
  /** The walk it was opened from, to go back to: it is for the test area then. */
  readonly walk?: string | undefined;
  /** Loads that crews keep, and the latest drills of this unit's rescue. */
  readonly loads: readonly KeptLoadShown[];
  readonly drills: readonly DrillShown[];
  /** The place the coming shift needs it at, in words. */
  readonly neededAt: string | undefined;
}

/** The survey of a place and a job for a unit: the sums are done as it is told and read, and what follows is always in sight. */
export function SurveyView({ page }: { page: SurveyPage }) {
  const { plate, sheet, places, rules, zone, measures } = page;
  const t = useTranslations() as unknown as T;
  const [first] = places;
  const purpose = page.walk === undefined ? "work" : "tests";
  const [draft, setDraft] = useDraft(plate, places, page.neededAt, purpose);
  const [step, setStep] = useState<Step>("job");
  const [stand, setStand] = useState(0);
  const [workId, setWorkId] = useState<string>();
  const [touch, setTouch] = useState<Touch>("position");
  const [found, setFound] = useState<readonly SpotFound[] | "searching">();
  const [recorded, setRecorded] = useState<SurveyAnswer>();
  const { nowMs, now } = useServerTime(page.nowMs);
  const wind = useWind(page.siteId);
  const finder = useRef<SpotFinder>(undefined);
  useEffect(() => {
    finder.current = spotFinder();
    return () => finder.current?.close();
  }, []);
  const place = places.find(({ id }) => id === draft?.placeId) ?? first;
  const survey = useMemo(
    (): SurveyInput | undefined =>
      draft === undefined || place === undefined
        ? undefined
        : {
            ...testsGiven(draft.given, sheet, place.plan),
            sheet,
            plan: place.plan,
            rules,
            surveyedMs: nowMs,
            meters: metersRead(wind?.meters ?? []),
          },
    [draft, place, sheet, rules, nowMs, wind],
  );
  const outcome = useMemo(
    () =>
      survey === undefined || draft === undefined || lacks(draft) !== undefined
        ? undefined
        : surveyed(survey),
    [survey, draft],
  );
  if (draft === undefined || place === undefined || survey === undefined)
    return (
      <div className="p-4 md:p-6">
        <UnitHead plate={plate} title={t("survey.title")} />
        <p className="mt-4 border-[2.5px] border-dashed border-ink3 p-3">{t("survey.noPlaces")}</p>
        {page.mayDraw ? (
          <Link href="/settings/places/new" className={`${buttonLook("go")} mt-4`}>
            {t("survey.drawOne")}
          </Link>
        ) : null}
      </div>
    );
  const { plan } = place;
  const tests = draft.given.purpose === "tests";
  const given = testsGiven(draft.given, sheet, plan);
  // Of a test area nothing is said of work: its highest point is the work.
  const shownSteps = steps.filter((one) => !tests || one !== "work");
  const words = surveyWords({ t, plan, measures, zone }, given);
  const change = (next: SurveyDraft) => {
    setDraft(next);
    setRecorded(undefined);
  };
  const chosen = workId ?? given.stands[stand]?.positions[0] ?? given.job.positions[0]?.id;
  const onPoint = (at: At) => {
    if (step === "work" && touch === "way")
      change(withJob(draft, { way: [...given.job.way, at].slice(0, 60) }));
    else if (step === "work") {
      const next = withPosition(
        draft,
        stand,
        at,
        t("survey.position", { n: given.job.positions.length + 1 }),
      );
      change(next);
      setWorkId(next.given.job.positions.at(-1)?.id);
    } else if (step === "stand") {
      change(withSpot(draft, stand, { facingDeg: given.stands[stand]?.spot.facingDeg ?? 0, at }));
      setFound(undefined);
    }
  };
  const find = async () => {
    const here = given.stands[stand];
    if (here === undefined) return;
    setFound("searching");
    const spots = await finder.current?.find({
      ...survey,
      serve: here.positions,
      from: given.job.way.at(-1) ?? here.spot.at,
    });
    setFound(spots ?? []);
  };
  const next = shownSteps[shownSteps.indexOf(step) + 1] ?? "outcome";
  const goTo = (id: string) => {
    const other = places.find((one) => one.id === id);
    if (other === undefined) return;
    change(atPlace(draft, id, other.plan));
    setFound(undefined);
    setWorkId(undefined);
    setStand(0);
  };
  return (
    <div className="grid md:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <div className="border-line p-3 md:border-r-2 md:p-5">
        <SurveyDrawing
          {...{ words, plate, places, survey, stand }}
          placeId={place.id}
          sums={outcome?.sums ?? []}
          workId={chosen}
          onPlace={goTo}
          onPoint={step === "work" || step === "stand" ? onPoint : undefined}
          onWork={setWorkId}
        />
      </div>
      <div className="p-3 md:p-5">
        <ol className={tests ? "grid grid-cols-4" : "grid grid-cols-5"}>
          {shownSteps.map((one, i) => (
            <li key={one} className="-ml-[2px] first:ml-0">
              <button
                type="button"
                aria-current={one === step ? "step" : undefined}
                className="grid min-h-[60px] w-full place-items-center border-[2.5px] border-ink px-1 text-center leading-tight aria-[current]:bg-ink aria-[current]:text-chalk"
                onClick={() => setStep(one)}
              >
                <span className="font-bold">{i + 1}</span>
                <span className="max-md:text-[15px]">{t(`survey.step.${one}`)}</span>
              </button>
            </li>
          ))}
        </ol>
        {outcome === undefined ? null : <Headline words={words} outcome={outcome} />}
        <div className="mt-4">
          {step === "job" ? (
            <>
              <OneOf
                legend={t("survey.purpose")}
                value={tests ? "tests" : "work"}
                options={[
                  ["work", t("survey.forWork")],
                  ["tests", t("survey.forTests")],
                ]}
                onChange={(purpose) => {
                  change(withPurpose(draft, purpose));
                  setWorkId(undefined);
                  setStand(0);
                }}
              />
              {tests ? <p className="mt-3">{t("survey.testsHelp")}</p> : <div className="mt-4" />}
            </>
          ) : null}
          {step === "job" && tests ? null : step === "job" ? (
            <JobStep
              {...{ t, draft, measures, change }}
              siteId={page.siteId}
              loads={page.loads}
              hasExtension={mayHave(sheet, "extension_deck")}
              hasRanges={sheet.figures.rated_load_heavy !== undefined}
            />
          ) : step === "work" ? (
            <WorkStep
              {...{ t, draft, measures, stand, touch, change }}
              workId={chosen}
              onTouch={setTouch}
              onWork={setWorkId}
            />
          ) : step === "stand" ? (
            <StandStep
              {...{ t, draft, measures, stand, zone, now, found, change, tests }}
              onStand={(index) => {
                setStand(index);
                setFound(undefined);
              }}
              onFind={() => void find()}
            />
          ) : step === "readings" ? (
            <ReadingsStep
              {...{ t, draft, plan, measures, zone, now, change, wind }}
              sums={outcome?.sums ?? []}
              drills={page.drills}
              engine={hasEngine(sheet)}
              name={page.name}
            />
          ) : (
            <OutcomeStep
              {...{ words, draft, given, outcome, recorded, plate, zone, now }}
              walk={page.walk}
              by={page.personId}
              onRecorded={setRecorded}
            />
          )}
        </div>
        {step === "outcome" ? null : (
          <Button
            look={step === "stand" && found === undefined ? "plain" : "go"}
            className="mt-6 w-full"
            onClick={() => setStep(next)}
          >
            {t(`survey.step.${next}`)}
          </Button>
        )}
      </div>
    </div>
  );
}
