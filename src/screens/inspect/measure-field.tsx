"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { type Way, waysTo } from "@/core/measure/methods";
import { questionOf, shownLast } from "@/core/periodic/clocks";
import { meterCheck } from "@/core/record/hours-read";
import { figureOf } from "@/core/sheet/read";
import { isBelievable, isBelievableLimit } from "@/core/vocabulary/believable";
import { Button } from "@/kit/button";
import { day } from "../states";
import type { InspectData } from "./inspect-data";
import { MeasureBy, type Worked } from "./measure-by";
import { NumberBox } from "./number-box";
import type { Reading, Readings } from "./reading";
import { Ways } from "./ways";
import { checkTitle, gradeOfReading, numberIn, shown, stored, type T, typedUnit } from "./words";

const askedWords = {
  unbelievable: "inspect.unbelievable",
  stops: "inspect.stopReading",
  lower: "inspect.meterLower",
  jump: "inspect.meterJump",
} as const;

/**
 * A reading typed in, or worked out from what was really measured. One that cannot be right is asked again; one that
 * would tag the unit out is shown first and asked: a slip of a digit never tags a machine by itself.
 */
export function MeasureField({
  check,
  data,
  readings,
  onMeasure,
}: {
  check: Check;
  data: InspectData;
  readings: Readings;
  onMeasure: (reading: Reading) => void;
}) {
  const t = useTranslations() as unknown as T;
  const { measure } = check.definition;
  const { sheet, measures } = data;
  const ways = measure === undefined ? [] : waysTo(measure, (id) => figureOf(sheet, id));
  const [way, setWay] = useState<Way>(ways[0] ?? "direct");
  const [text, setText] = useState("");
  const [worked, setWorked] = useState<Worked>();
  const [limitText, setLimitText] = useState("");
  const [asked, setAsked] = useState<"unbelievable" | "stops" | "lower" | "jump">();
  if (measure === undefined) return null;
  const sheetLimit = figureOf(sheet, measure.limit);
  const meter = check.definition.id === meterCheck ? data.facts.meter : undefined;
  const last = meter === undefined ? undefined : shownLast(meter);
  const read = (typed: string) => {
    const number = numberIn(typed);
    return number === undefined ? undefined : stored(number, measure.unit, measures);
  };
  const value = way === "direct" ? read(text) : worked?.value;
  const limit = sheetLimit ?? (measure.nominal ? value : read(limitText));
  const ready = value !== undefined && limit !== undefined;
  const unit = typedUnit(measure.unit, measures);
  const inWords = (n: number | undefined) => (n === undefined ? "" : shown(t, n, measure.unit, measures));
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
  const again = () => {
    setText("");
    setAsked(undefined);
  };
  const record = () => {
    if (!ready) return;
    onMeasure({
      value,
      ...(sheetLimit === undefined && !measure.nominal ? { limitRead: limit } : {}),
      ...(way === "direct" || worked === undefined ? {} : { how: worked.how }),
    });
    again();
  };
  const submit = () => {
    if (!ready) return;
    const fits = isBelievable(measure.quantity, value) && isBelievableLimit(measure.quantity, limit);
    if (!fits) setAsked("unbelievable");
    else if (gradeOfReading(check, data, value, limit) === "tag_out") setAsked("stops");
    else {
      const odd =
        meter === undefined ? undefined : questionOf(meter, value, Math.max(Date.now(), data.nowMs));
      if (odd === undefined) record();
      else setAsked(odd);
    }
  };
  return (
    <form
      className={`flex flex-wrap items-center gap-2 ${ways.some((one) => one !== "direct") ? "flex-1" : "justify-end md:max-w-[18rem]"}`}
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      {ways.length < 2 ? null : (
        <Ways
          name={t("measure.by")}
          ways={ways.map((one) => ({
            id: one,
            words: t(one === "direct" ? "measure.direct" : `measure.method.${one}`),
          }))}
          way={way}
          onWay={(next) => {
            setWay(next);
            setWorked(undefined);
            setAsked(undefined);
          }}
        />
      )}
      {sheetLimit === undefined && !measure.nominal
        ? field(`${checkTitle(t, check)}: ${t("inspect.noLimit")}`, limitText, setLimitText)
        : null}
      {way === "direct" ? (
        field(`${checkTitle(t, check)}, ${t(`quantity.${measure.quantity}`)}`, text, setText)
      ) : (
        <MeasureBy
          key={way}
          method={way}
          measure={measure}
          limit={limit}
          data={data}
          readings={readings}
          onWorked={(next) => {
            setAsked(undefined);
            setWorked(next);
          }}
        />
      )}
      <Button look="small" type="submit" disabled={!ready}>
        {t("inspect.save")}
      </Button>
      {meter === undefined || last === undefined ? null : (
        <p className="basis-full text-right text-ink2">
          {t("inspect.lastRead", { value: inWords(last), day: day(meter.atMs, data.zone) })}
        </p>
      )}
      {asked === undefined ? null : (
        <div role="alert" className="basis-full border-[2.5px] border-tag p-3">
          <p className="font-semibold">{t(askedWords[asked], { value: inWords(value) })}</p>
          {asked === "unbelievable" ? null : (
            <>
              <p>
                {asked === "stops"
                  ? t("inspect.stopReadingHelp", {
                      limit: inWords(limit),
                      sense: t(measure.sense === "at_least" ? "inspect.atLeast" : "inspect.atMost"),
                    })
                  : t("inspect.meterHelp")}
              </p>
              <div className="mt-2 flex flex-wrap gap-2">
                <Button look="small" onClick={again}>
                  {t("inspect.typeAgain")}
                </Button>
                <Button look={asked === "stops" ? "tag" : "small"} onClick={record}>
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
