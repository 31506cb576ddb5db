import { useState } from "react";
import type { SiteWind } from "@/contract/wind";
import { readingsSchema } from "@/core/survey/job";
import { terrains } from "@/core/survey/place-plan";
import type { Sum } from "@/core/survey/sums";
import { windAllowedAt } from "@/core/survey/wind-watch";
import { OneOf, SelectField } from "@/kit/field";
import { Field } from "../ask";
import { clock } from "../states";
import { MeterPanel } from "../wind/meter-panel";
import type { Measures } from "./figure";
import { NumberField } from "./number-field";
import type { ReadingsPart } from "./readings-part";

const forces = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] as const;

/** The wind as a meter or a person tells it. */
export function WindFields({
  t,
  zone,
  now,
  readings,
  set,
  measures,
  terrain,
  wind: site,
  sums,
}: ReadingsPart & {
  zone: string;
  measures: Measures;
  terrain: string;
  wind: SiteWind | undefined;
  sums: readonly Sum[];
}) {
  const { wind } = readings;
  const [mean, setMean] = useState(wind?.by === "meter" ? wind.meanMps : undefined);
  const [gust, setGust] = useState(wind?.by === "meter" ? (wind.gustMps ?? undefined) : undefined);
  const [heightM, setHeightM] = useState<number | undefined>(wind?.by === "meter" ? wind.heightM : 2);
  const [way, setWay] = useState<"none" | "meter" | "sight">(wind?.by ?? "none");
  const take = (meanMps: number | undefined, gustMps: number | undefined, high: number | undefined) => {
    setMean(meanMps);
    setGust(gustMps);
    setHeightM(high);
    const read = readingsSchema.shape.wind.safeParse({
      ...{ by: "meter", meanMps, gustMps: gustMps ?? null, heightM: high, at: now() },
    });
    set({ wind: read.success ? read.data : undefined });
  };
  return (
    <section className="grid gap-3">
      <h2 className="text-[20px] font-bold">
        {t("survey.wind")}
        {wind === undefined ? "" : `, ${t("survey.readAt", { time: clock(Date.parse(wind.at), zone) })}`}
      </h2>
      <p>{t("survey.yardCaution.wind")}</p>
      {site?.meters.map((meter) => (
        <MeterPanel
          key={meter.id}
          {...{ t, meter, zone, measures }}
          limitMps={windAllowedAt(sums, meter.heightM)}
          nowMs={site.atMs}
        />
      ))}
      {site === undefined || site.meters.length === 0 ? null : (
        <p className="text-ink2">{t("wind.fromMeter")}</p>
      )}
      <OneOf
        legend={t("survey.windBy")}
        value={way}
        options={[
          ["none", t("survey.windNone")],
          ["meter", t("survey.windMeter")],
          ["sight", t("survey.windSight")],
        ]}
        onChange={(next) => {
          setWay(next);
          if (next === "meter") take(mean, gust, heightM);
          else set({ wind: undefined });
        }}
      />
      {way === "meter" ? (
        <div className="grid grid-cols-2 items-end gap-3 md:grid-cols-3">
          <NumberField
            words={t("survey.mean")}
            unit="m/s"
            measures={measures}
            value={mean}
            onNumber={(n) => take(n, gust, heightM)}
          />
          <NumberField
            words={t("survey.gust")}
            unit="m/s"
            measures={measures}
            value={gust}
            onNumber={(n) => take(mean, n, heightM)}
          />
          <NumberField
            words={t("survey.readHeight")}
            unit="m"
            measures={measures}
            value={heightM}
            onNumber={(n) => take(mean, gust, n)}
          />
          {gust === undefined ? (
            <p className="col-span-2 text-ink2 md:col-span-3">{t("survey.gustUnsaid")}</p>
          ) : null}
        </div>
      ) : null}
      {way === "sight" ? (
        <Field words={t("survey.beaufort")}>
          <SelectField
            value={wind?.by === "sight" ? `${wind.beaufort}` : ""}
            onChange={({ target }) =>
              set({
                wind:
                  target.value === ""
                    ? undefined
                    : { by: "sight", beaufort: Number(target.value), at: now() },
              })
            }
          >
            <option value="">{t("survey.windNone")}</option>
            {forces.map((force) => (
              <option key={force} value={force}>
                {t(`survey.beauforts.${force}`)}
              </option>
            ))}
          </SelectField>
        </Field>
      ) : null}
      <Field words={t("survey.terrain")}>
        <SelectField
          value={terrain}
          onChange={({ target }) => set({ terrain: terrains.find((one) => one === target.value) })}
        >
          {terrains.map((one) => (
            <option key={one} value={one}>
              {t(`survey.terrains.${one}`)}
            </option>
          ))}
        </SelectField>
      </Field>
    </section>
  );
}
