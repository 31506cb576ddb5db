"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Measure } from "@/core/catalogue/types";
import {
  type How,
  type Input,
  inputsOf,
  type MethodId,
  noteOn,
  stored as rounded,
  workOut,
} from "@/core/measure/methods";
import { against, type Uncertain } from "@/core/measure/uncertain";
import { figureOf } from "@/core/sheet/read";
import type { FigureId } from "@/core/vocabulary/figures";
import type { InspectData } from "./inspect-data";
import type { Readings } from "./reading";
import { TypedInputs } from "./typed-inputs";
import { shown, type T } from "./words";

/** A value, and what it was worked out from. */
export interface Worked {
  readonly value: number;
  readonly how: How;
}

/** What a tape, a watch or a gauge shows, and at once what follows from it, with the formula and how far off it may be. */
export function MeasureBy({
  method,
  measure,
  limit,
  data: { sheet, measures },
  readings,
  onWorked,
}: {
  method: MethodId;
  measure: Measure;
  limit: number | undefined;
  data: Pick<InspectData, "sheet" | "measures">;
  readings: Readings;
  onWorked: (worked: Worked | undefined) => void;
}) {
  const t = useTranslations() as unknown as T;
  const [read, setRead] = useState<Readonly<Record<string, number>>>();
  const inputs = inputsOf(method);
  const given = ({ from }: Input) => (from === undefined ? undefined : readings[from]);
  const figures = (id: FigureId) => figureOf(sheet, id);
  const workFrom = (from: typeof read): Uncertain | "impossible" | undefined => {
    if (from === undefined) return undefined;
    try {
      return workOut(method, from, figures);
    } catch {
      return "impossible";
    }
  };
  const worked = workFrom(read);
  const note = read === undefined || typeof worked !== "object" ? undefined : noteOn(method, read);
  const inWords = (value: number) => shown(t, value, measure.unit, measures);
  return (
    <>
      <p className="basis-full text-ink2">{t(`measure.formula.${method}`)}</p>
      <TypedInputs
        inputs={inputs}
        measures={measures}
        known={given}
        onRead={(next) => {
          setRead(next);
          const value = workFrom(next);
          onWorked(
            next !== undefined && typeof value === "object"
              ? { value: rounded(value.value), how: { method, inputs: next } }
              : undefined,
          );
        }}
      />
      {inputs.some((input) => input.from !== undefined && given(input) === undefined) ? (
        <p className="basis-full font-semibold">{t("measure.noLowered")}</p>
      ) : null}
      <div aria-live="polite" className="min-h-[27px] basis-full">
        {worked === undefined ? null : worked === "impossible" ? (
          <p className="font-semibold text-tag">{t("measure.wrong")}</p>
        ) : (
          <>
            <p className="font-bold">
              {t("measure.result", {
                value: inWords(worked.value),
                plusMinus: inWords(worked.plusMinus),
              })}
            </p>
            {limit !== undefined && !measure.nominal && against(worked, limit, measure.sense) === "close" ? (
              <p className="font-semibold">{t("measure.close")}</p>
            ) : null}
            {note === undefined ? null : (
              <p className="font-semibold">{t(`measure.note.${note.id}`, note.values)}</p>
            )}
          </>
        )}
      </div>
    </>
  );
}
