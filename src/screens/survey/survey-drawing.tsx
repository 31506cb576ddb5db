import { useState } from "react";
import type { PlaceShown } from "@/contract/survey";
import type { SurveyInput } from "@/core/survey/input";
import type { At } from "@/core/survey/on-the-plan";
import type { Sum } from "@/core/survey/sums";
import { OneOf } from "@/kit/field";
import { NamedField } from "../ask";
import { UnitHead } from "../unit/unit-head";
import { AbovePicture } from "./above-picture";
import { figureWords } from "./figure";
import { SidePicture } from "./side-picture";
import type { SurveyWords } from "./words";

/** The place of a survey, drawn from above or from the side, with the pieces of work to look at. */
export function SurveyDrawing({
  words,
  plate,
  places,
  placeId,
  survey,
  sums,
  stand,
  workId,
  onPlace,
  onPoint,
  onWork,
}: {
  words: SurveyWords;
  plate: string;
  places: readonly PlaceShown[];
  placeId: string;
  survey: SurveyInput;
  sums: readonly Sum[];
  stand: number;
  /** The piece of work looked at; none where there is none. */
  workId: string | undefined;
  onPlace: (id: string) => void;
  /** What a touch of the plan does; undefined where it does nothing. */
  onPoint: ((at: At) => void) | undefined;
  onWork: (id: string) => void;
}) {
  const { t } = words;
  const [view, setView] = useState<"above" | "side">("above");
  const { positions } = survey.job;
  const work = positions.find(({ id }) => id === workId);
  const tests = survey.purpose === "tests";
  const side = view === "side" && work !== undefined;
  const line = sums.find((sum) => sum.topic === "lines" && sum.position === workId && sum.stand === stand);
  return (
    <>
      <UnitHead plate={plate} title={t("survey.title")} />
      <div className="mt-3 flex flex-wrap items-end justify-between gap-3">
        <div className="min-w-[12em]">
          <NamedField
            words={t("survey.place")}
            value={placeId}
            options={places.map(({ id, plan: { name } }) => ({ id, name }))}
            onPick={onPlace}
          />
        </div>
        <OneOf
          legend={t("survey.view")}
          value={side ? "side" : "above"}
          disabled={work === undefined}
          options={[
            ["above", t("survey.above")],
            ["side", t("survey.side")],
          ]}
          onChange={setView}
        />
      </div>
      <div className="mt-3 border border-line">
        {side ? (
          <SidePicture
            {...{ survey, stand }}
            workId={work.id}
            words={{
              label: t("survey.sideWords", {
                unit: plate,
                work: tests ? t("survey.fullHeight") : work.name,
              }),
              reach: t("survey.topic.reach"),
              needed: neededWords(words, line),
            }}
          />
        ) : (
          <AbovePicture
            {...{ survey, stand, workId, onPoint }}
            label={t("survey.aboveWords", { place: words.plan.name })}
          />
        )}
      </div>
      {positions.length === 0 || tests ? null : (
        <ul className="mt-2 flex flex-wrap gap-2">
          {positions.map(({ id, name }, i) => (
            <li key={id}>
              <button
                type="button"
                aria-pressed={id === workId}
                className="flex min-h-[48px] items-center gap-2 border-2 border-ink px-3 aria-pressed:bg-chalk2 aria-pressed:font-bold"
                onClick={() => onWork(id)}
              >
                <span className="font-bold">{i + 1}</span> {name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** The nearest a part comes to a line and what was needed, under the drawing. */
function neededWords({ t, measures }: SurveyWords, sum: Sum | undefined): string {
  const compared = sum?.compared;
  if (compared?.found === undefined || compared.limit === undefined) return "";
  const told = (value: number) => figureWords(value, compared.unit, measures, t("inspect.decimal"));
  return t(`survey.compared.${compared.must}`, { found: told(compared.found), limit: told(compared.limit) });
}
