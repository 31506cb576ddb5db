"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Measure } from "@/core/catalogue/types";
import {
  type How,
  type Input,
  inputsOf,
  type MethodId,
  stored as rounded,
  workOut,
} from "@/core/measure/methods";
import { against, type Uncertain } from "@/core/measure/uncertain";
import { figureOf } from "@/core/sheet/read";
import type { InspectData } from "./inspect-data";
import { NumberBox } from "./number-box";
import type { Readings } from "./reading";
import { numberIn, shown, stored, type T, typedUnit } from "./words";

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
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const inputs = inputsOf(method);
  const given = ({ from }: Input) => (from === undefined ? undefined : readings[from]);
  const inputsFrom = (texts: Readonly<Record<string, string>>) =>
    Object.fromEntries(
      inputs.flatMap((input) => {
        const known = given(input);
        const number = known === undefined ? numberIn(texts[input.id] ?? "") : undefined;
        const value = known ?? (number === undefined ? undefined : stored(number, input.unit, measures));
        return value === undefined ? [] : [[input.id, value] as const];
      }),
    );
  const workFrom = (texts: Readonly<Record<string, string>>): Uncertain | "impossible" | undefined => {
    const read = inputsFrom(texts);
    if (inputs.some(({ id }) => read[id] === undefined)) return undefined;
    try {
      return workOut(method, read, (id) => figureOf(sheet, id));
    } catch {
      return "impossible";
    }
  };
  const change = (id: string, next: string) => {
    const texts = { ...typed, [id]: next };
    setTyped(texts);
    const worked = workFrom(texts);
    onWorked(
      typeof worked === "object"
        ? { value: rounded(worked.value), how: { method, inputs: inputsFrom(texts) } }
        : undefined,
    );
  };
  const worked = workFrom(typed);
  const inWords = (value: number) => shown(t, value, measure.unit, measures);
  return (
    <>
      <p className="basis-full text-ink2">{t(`measure.formula.${method}`)}</p>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        {inputs.map((input) => {
          const { id, unit } = input;
          const known = given(input);
          const text = typed[id] ?? "";
          return known === undefined ? (
            <NumberBox
              key={id}
              label={t(`measure.input.${id}`)}
              shown="shown"
              value={text}
              unit={unit === "count" ? "" : typedUnit(unit, measures)}
              invalid={text !== "" && numberIn(text) === undefined}
              onChange={(next) => change(id, next)}
            />
          ) : (
            <p key={id} className="flex min-h-[48px] items-center font-semibold">
              {t("measure.lowered", { speed: shown(t, known, unit, measures) })}
            </p>
          );
        })}
      </div>
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
          </>
        )}
      </div>
    </>
  );
}
