import { useState } from "react";
import { type SlopeGiven, slopeDegrees } from "@/core/measure/slope";
import { OneOf } from "@/kit/field";
import { Problem } from "@/kit/problem";
import type { Measures } from "./figure";
import { NumberField } from "./number-field";
import type { T } from "./words";

const ways = ["deg", "percent", "one_in", "rise_over_run"] as const;
type Way = (typeof ways)[number];

/** A slope in degrees, typed as degrees, per cent, one in so many, or a rise over a run. */
export function SlopeField({
  t,
  words,
  by,
  measures,
  value,
  onDegrees,
}: {
  t: T;
  words: string;
  by: Way;
  measures: Measures;
  value: number | undefined;
  onDegrees: (degrees: number | undefined) => void;
}) {
  const [rise, setRise] = useState<number>();
  const [run, setRun] = useState<number>();
  const [problem, setProblem] = useState("");
  const take = (given: SlopeGiven | undefined) => {
    try {
      onDegrees(given === undefined ? undefined : Math.round(slopeDegrees(given).value * 100) / 100);
      setProblem("");
    } catch (error) {
      onDegrees(undefined);
      setProblem(error instanceof Error ? error.message : "");
    }
  };
  const both = (riseMm: number | undefined, runMm: number | undefined) =>
    take(riseMm === undefined || runMm === undefined ? undefined : { by: "rise_over_run", riseMm, runMm });
  return (
    <div>
      {by === "deg" ? (
        <NumberField
          words={words}
          unit="deg"
          measures={measures}
          value={value}
          onNumber={(degrees) => take(degrees === undefined ? undefined : { by: "degrees", degrees })}
        />
      ) : by === "rise_over_run" ? (
        <div className="flex flex-wrap items-end gap-3">
          <span className="w-full font-semibold">{words}</span>
          <NumberField
            words={t("survey.rise")}
            unit="mm"
            measures={measures}
            value={rise}
            onNumber={(mm) => {
              setRise(mm);
              both(mm, run);
            }}
          />
          <NumberField
            words={t("survey.run")}
            unit="mm"
            measures={measures}
            value={run}
            onNumber={(mm) => {
              setRun(mm);
              both(rise, mm);
            }}
          />
        </div>
      ) : (
        <NumberField
          words={words}
          {...(by === "percent" ? { unit: "%" as const } : {})}
          measures={measures}
          value={undefined}
          onNumber={(n) =>
            take(
              n === undefined
                ? undefined
                : by === "percent"
                  ? { by: "percent", percent: n }
                  : { by: "one_in", n },
            )
          }
        />
      )}
      {value !== undefined && by !== "deg" ? <p className="text-ink2">= {value}°</p> : null}
      <Problem>{problem}</Problem>
    </div>
  );
}

/** In which of the four ways a slope is read. */
export const SlopeWay = ({ t, by, onPick }: { t: T; by: Way; onPick: (by: Way) => void }) => (
  <OneOf
    legend={t("survey.slopeBy")}
    value={by}
    options={ways.map((way) => [way, t(`survey.slopeUnits.${way}`)] as const)}
    onChange={onPick}
  />
);

export type { Way as SlopeReadAs };
