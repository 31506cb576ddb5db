"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { figureOf } from "@/core/sheet/read";
import { isBelievable, isBelievableLimit } from "@/core/vocabulary/believable";
import { Button } from "@/kit/button";
import type { InspectData } from "./inspect-data";
import { NumberBox } from "./number-box";
import { checkTitle, gradeOfReading, numberIn, shown, stored, type T, typedUnit } from "./words";

/**
 * A reading typed in. One that cannot be right is asked again; one that would tag the unit out is shown first and
 * asked: a slip of a digit never tags a machine by itself.
 */
export function MeasureField({
  check,
  data,
  onMeasure,
}: {
  check: Check;
  data: InspectData;
  onMeasure: (value: number, limitRead: number | undefined) => void;
}) {
  const t = useTranslations();
  const [text, setText] = useState("");
  const [limitText, setLimitText] = useState("");
  const [asked, setAsked] = useState<"unbelievable" | "stops">();
  const { measure } = check.definition;
  if (measure === undefined) return null;
  const { sheet, measures } = data;
  const sheetLimit = figureOf(sheet, measure.limit);
  const read = (typed: string) => {
    const number = numberIn(typed);
    return number === undefined ? undefined : stored(number, measure.unit, measures);
  };
  const value = read(text);
  const limit = sheetLimit ?? read(limitText);
  const ready = value !== undefined && limit !== undefined;
  const unit = typedUnit(measure.unit, measures);
  const inWords = (n: number | undefined) =>
    n === undefined ? "" : shown(t as unknown as T, n, measure.unit, measures);
  const field = (label: string, typed: string, change: (next: string) => void) => (
    <NumberBox
      label={label}
      value={typed}
      unit={unit}
      invalid={typed !== "" && read(typed) === undefined}
      onChange={(next) => {
        setAsked(undefined);
        change(next);
      }}
    />
  );
  const record = () => {
    if (!ready) return;
    onMeasure(value, sheetLimit === undefined ? limit : undefined);
    setText("");
    setAsked(undefined);
  };
  const submit = () => {
    if (!ready) return;
    const fits = isBelievable(measure.quantity, value) && isBelievableLimit(measure.quantity, limit);
    if (!fits) setAsked("unbelievable");
    else if (gradeOfReading(check, data, value, limit) === "tag_out") setAsked("stops");
    else record();
  };
  return (
    <form
      className="flex flex-wrap justify-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      {sheetLimit === undefined
        ? field(`${checkTitle(t, check)}: ${t("inspect.noLimit")}`, limitText, setLimitText)
        : null}
      {field(`${checkTitle(t, check)}, ${t(`quantity.${measure.quantity}`)}`, text, setText)}
      <Button look="small" type="submit" disabled={!ready}>
        {t("inspect.save")}
      </Button>
      {asked === undefined ? null : (
        <div role="alert" className="basis-full border-[2.5px] border-tag p-3">
          <p className="font-semibold">
            {asked === "unbelievable"
              ? t("inspect.unbelievable", { value: inWords(value) })
              : t("inspect.stopReading", { value: inWords(value) })}
          </p>
          {asked === "unbelievable" ? null : (
            <>
              <p>
                {t("inspect.stopReadingHelp", {
                  limit: inWords(limit),
                  sense: t(measure.sense === "at_least" ? "inspect.atLeast" : "inspect.atMost"),
                })}
              </p>
              <div className="mt-2 flex flex-wrap gap-2">
                <Button
                  look="small"
                  onClick={() => {
                    setText("");
                    setAsked(undefined);
                  }}
                >
                  {t("inspect.typeAgain")}
                </Button>
                <Button look="tag" onClick={record}>
                  {t("inspect.readingIsRight", { value: inWords(value) })}
                </Button>
              </div>
            </>
          )}
        </div>
      )}
    </form>
  );
}
