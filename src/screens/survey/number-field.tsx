import { useEffect, useState } from "react";
import type { SumUnit } from "@/core/survey/sums";
import type { FigureUnit } from "@/core/vocabulary/figures";
import { fromStored, imperialOf, toStored } from "@/core/vocabulary/units";
import { TextField } from "@/kit/field";
import { numberIn } from "../inspect/words";
import type { Measures } from "./figure";

/**
 * A number with its name, typed in the measures of the device and passed on in its stored unit: what was typed stays as typed,
 * and only a number is passed on; empty is none.
 */
export function NumberField({
  words,
  hint,
  unit,
  measures,
  value,
  onNumber,
}: {
  words: string;
  hint?: string | undefined;
  /** Left out for a bare count. */
  unit?: SumUnit | undefined;
  measures: Measures;
  value: number | undefined | null;
  onNumber: (value: number | undefined) => void;
}) {
  const own =
    unit === undefined || unit === "kV" || unit === "m2" || measures === "metric" ? unit : imperialOf(unit);
  const typedFrom = (stored: number | undefined | null) =>
    stored == null ? "" : `${own === undefined || own === unit ? stored : fromStored(stored, own)}`;
  const storedFrom = (text: string) => {
    const number = numberIn(text);
    if (number === undefined || own === undefined || own === unit) return number;
    return toStored(number, own, unit as FigureUnit) ?? number;
  };
  const [typed, setTyped] = useState(typedFrom(value));
  // Set from elsewhere: by a touch on the plan, or another survey.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when the value is another
  useEffect(() => {
    setTyped((was) => (storedFrom(was) === (value ?? undefined) ? was : typedFrom(value)));
  }, [value]);
  return (
    <label className="block">
      <span className="font-semibold">{words}</span>
      {hint === undefined ? null : <span className="block text-ink2">{hint}</span>}
      <span className="mt-1 flex items-center gap-2">
        <TextField
          inputMode="decimal"
          value={typed}
          aria-invalid={typed.trim() !== "" && numberIn(typed) === undefined}
          className="max-w-[7.5em] text-right aria-invalid:border-tag"
          onChange={({ target }) => {
            setTyped(target.value);
            const number = storedFrom(target.value);
            if (target.value.trim() === "" || number !== undefined) onNumber(number);
          }}
        />
        <span className="text-ink2">{own === "deg" ? "°" : own === "m2" ? "m²" : (own ?? "")}</span>
      </span>
    </label>
  );
}
