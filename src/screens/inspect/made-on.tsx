"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { blocksFor, inputsOfWay, madeOn, slopesFor, waysToSay } from "@/core/measure/made-on";
import type { How } from "@/core/measure/methods";
import { percentOfDegrees } from "@/core/measure/slope";
import { madeOnStep } from "@/core/record/made-on-step";
import { keptHere } from "@/device/kept-here";
import { Button } from "@/kit/button";
import { AskReadings } from "./ask-readings";
import type { InspectModel } from "./model";
import { shown, type T } from "./words";

type Walked = Pick<InspectModel, "data" | "reduction" | "dispatch">;

/**
 * What a slope or block test is made on: what serves on this machine, and whether the one in the yard does. A test made on
 * one that shows nothing proves nothing.
 */
export function MadeOn({ check, model }: { check: Check; model: Walked }) {
  const t = useTranslations() as unknown as T;
  const { sheet, measures } = model.data;
  const { id } = check.definition;
  const [open, setOpen] = useState(false);
  const ways = waysToSay(sheet, id);
  if (ways.length === 0) return null;
  const said = model.reduction.madeOn.get(check.key);
  // One slope may serve two tests of this walk; else the yard's, as it was last measured.
  const known = [...model.reduction.madeOn.values(), keptHere.read(lastOf(id))];
  const last =
    said === undefined ? known.filter(isHow).find((how) => madeOn(sheet, id, how) !== undefined) : undefined;
  const tell = (next: How) => {
    keptHere.keep(lastOf(id), next);
    void model.dispatch({ act: "changed", steps: [madeOnStep(check.key, next)] });
    setOpen(false);
  };
  return (
    <div className="mt-1">
      <Serves check={check} model={model} />
      {said === undefined ? null : <OnWhat how={said} check={check} model={model} />}
      <div className="mt-1 flex flex-wrap gap-2">
        {last === undefined ? null : (
          <Button look="small" className="border-dashed" onClick={() => tell(last)}>
            {t("madeOn.same", { slope: slopeWords(t, model, check, last) })}
          </Button>
        )}
        <Button look="small" className="border-dashed" onClick={() => setOpen(true)}>
          {t(said === undefined ? "madeOn.measure" : "madeOn.again")}
        </Button>
      </div>
      {open ? (
        <AskReadings
          title={t("madeOn.measure")}
          ways={ways.map((way) => ({
            id: way,
            words: t(`madeOn.way.${way}`),
            inputs: inputsOfWay(way),
            formula: t(`madeOn.formula.${way}`),
          }))}
          measures={measures}
          follows={(how) =>
            madeOn(sheet, id, how) === undefined ? undefined : (
              <OnWhat how={how} check={check} model={model} />
            )
          }
          onTell={tell}
          onClose={() => setOpen(false)}
        >
          <Serves check={check} model={model} />
        </AskReadings>
      ) : null}
    </div>
  );
}

const lastOf = (check: string): string => `made on ${check}`;

const isHow = (kept: unknown): kept is How =>
  typeof kept === "object" && kept !== null && "method" in kept && "inputs" in kept && kept.inputs !== null;

/** Degrees as people on a yard say them: per cent, with the degrees beside it. */
const both = (t: T, degrees: number, measures: "metric" | "imperial"): string =>
  `${shown(t, Number(percentOfDegrees(degrees).toFixed(1)), "%", measures)} (${shown(t, Number(degrees.toFixed(1)), "deg", measures)})`;

function slopeWords(t: T, { data }: Walked, check: Check, how: How): string {
  const on = madeOn(data.sheet, check.definition.id, how);
  return on === undefined ? "" : both(t, on.slope.value, data.measures);
}

/** What was measured, and whether the test shows anything on it. */
function OnWhat({ how, check, model }: { how: How; check: Check; model: Walked }) {
  const t = useTranslations() as unknown as T;
  const { sheet, measures } = model.data;
  const on = madeOn(sheet, check.definition.id, how);
  if (on === undefined) return null;
  return (
    <p className={`font-bold ${on.showsNothing ? "text-tag" : ""}`}>
      {t("madeOn.result", {
        slope: both(t, on.slope.value, measures),
        plusMinus: shown(t, Number(on.slope.plusMinus.toFixed(1)), "deg", measures),
      })}{" "}
      {t(`madeOn.fit.${on.fit}`)}
    </p>
  );
}

/** Which slopes serve, and which blocks. */
function Serves({ check, model }: { check: Check; model: Walked }) {
  const t = useTranslations() as unknown as T;
  const { sheet, measures } = model.data;
  const { id } = check.definition;
  const slopes = slopesFor(sheet, id);
  const blocks = blocksFor(sheet, id);
  const words = [
    ...(slopes?.least === undefined && slopes?.most === undefined
      ? []
      : [
          t(
            slopes.least === undefined
              ? "madeOn.upTo"
              : slopes.most === undefined
                ? "madeOn.from"
                : "madeOn.between",
            {
              least: slopes.least === undefined ? "" : both(t, slopes.least, measures),
              most: slopes.most === undefined ? "" : both(t, slopes.most, measures),
            },
          ),
        ]),
    ...blocks.map(({ under, leastMm, mostMm }) =>
      t(mostMm === undefined ? `madeOn.blockFrom.${under}` : `madeOn.block.${under}`, {
        least: shown(t, leastMm, "mm", measures),
        most: mostMm === undefined ? "" : shown(t, mostMm, "mm", measures),
      }),
    ),
  ];
  return <p className="leading-snug font-semibold text-ink">{words.join(" ")}</p>;
}
