"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Input } from "@/core/measure/methods";
import type { InspectData } from "./inspect-data";
import { NumberBox } from "./number-box";
import { numberIn, shown, stored, type T, typedUnit } from "./words";

/**
 * A box for each thing that is read, in the person's own measures; `onRead` hears all of them in stored units, or undefined
 * while one is missing. What is known already is shown and not asked.
 */
export function TypedInputs({
  inputs,
  measures,
  known = nothingKnown,
  onRead,
}: {
  inputs: readonly Input[];
  measures: InspectData["measures"];
  known?: (input: Input) => number | undefined;
  onRead: (read: Readonly<Record<string, number>> | undefined) => void;
}) {
  const t = useTranslations() as unknown as T;
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const change = (changed: string, next: string) => {
    const texts = { ...typed, [changed]: next };
    setTyped(texts);
    const read: Record<string, number> = {};
    for (const input of inputs) {
      const number = numberIn(texts[input.id] ?? "");
      const value = known(input) ?? (number === undefined ? undefined : stored(number, input.unit, measures));
      if (value === undefined) return onRead(undefined);
      read[input.id] = value;
    }
    onRead(read);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      {inputs.map((input) => {
        const { id, unit } = input;
        const given = known(input);
        const text = typed[id] ?? "";
        return given === undefined ? (
          <NumberBox
            key={id}
            label={t(`measure.input.${id}`)}
            shown="shown"
            value={text}
            unit={unit === "count" || unit === "ratio" ? "" : typedUnit(unit, measures)}
            invalid={text !== "" && numberIn(text) === undefined}
            onChange={(next) => change(id, next)}
          />
        ) : (
          <p key={id} className="flex min-h-[48px] items-center font-semibold">
            {t("measure.lowered", { speed: shown(t, given, unit, measures) })}
          </p>
        );
      })}
    </div>
  );
}

const nothingKnown = () => undefined;
