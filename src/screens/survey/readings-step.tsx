import { useState } from "react";
import { dealtWith, type Hazard, hazardKinds, type SurveyGiven } from "@/core/survey/job";
import { marksOf, type PlacePlan, terrains } from "@/core/survey/place-plan";
import { Button } from "@/kit/button";
import { CheckBox, withOne } from "@/kit/check-box";
import { OneOf, SelectField, TextField } from "@/kit/field";
import { Field } from "../ask";
import { clock } from "../states";
import { newId, type SurveyDraft, withReadings } from "./draft";
import type { Measures } from "./figure";
import { NumberField } from "./number-field";
import type { T } from "./words";

const forces = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] as const;

type Readings = SurveyGiven["readings"];

/** Wind, people, lines and rescue, and whatever else is seen. */
export function ReadingsStep({
  t,
  draft,
  plan,
  measures,
  zone,
  engine,
  name,
  now,
  change,
}: {
  t: T;
  draft: SurveyDraft;
  plan: PlacePlan;
  measures: Measures;
  zone: string;
  /** Whether the unit burns anything. */
  engine: boolean;
  /** Who surveys. */
  name: string;
  now: () => string;
  change: (draft: SurveyDraft) => void;
}) {
  const { readings } = draft.given;
  const set = (more: Partial<Readings>) => change(withReadings(draft, more));
  const shown = (shownOn: string | null) =>
    readings.rescue === undefined ? undefined : set({ rescue: { ...readings.rescue, shownOn } });
  const lines = marksOf(plan, "power_line");
  const traffic = marksOf(plan, "traffic");
  return (
    <div className="grid gap-5">
      {plan.under === "roof" ? null : (
        <WindFields
          {...{ t, measures, zone, now, readings, set }}
          terrain={readings.terrain ?? plan.terrain}
        />
      )}
      <section className="grid gap-2">
        <h2 className="text-[20px] font-bold">{t("survey.around")}</h2>
        <CheckBox
          checked={readings.barriers === true}
          onCheck={(barriers) => set({ barriers: barriers || undefined })}
        >
          {t("survey.barriers")}
        </CheckBox>
        {traffic.length === 0 ? null : (
          <fieldset>
            <legend className="font-semibold">{t("survey.stopped")}</legend>
            {traffic.map((mark) => (
              <CheckBox
                key={mark.id}
                checked={readings.stopped?.includes(mark.id) === true}
                onCheck={(has) => set({ stopped: [...withOne(readings.stopped ?? [], mark.id, has)] })}
              >
                {mark.name} ({t(`places.trafficWhat.${mark.what}`)})
              </CheckBox>
            ))}
          </fieldset>
        )}
        {plan.under === "roof" && engine ? (
          <div>
            <p className="mb-1 font-semibold">{t("survey.ventilated")}</p>
            <OneOf
              legend={t("survey.ventilated")}
              value={readings.ventilated === undefined ? "not_said" : readings.ventilated ? "yes" : "no"}
              options={(["not_said", "yes", "no"] as const).map(
                (one) => [one, t(`survey.ventilatedValue.${one}`)] as const,
              )}
              onChange={(value) => set({ ventilated: value === "not_said" ? undefined : value === "yes" })}
            />
          </div>
        ) : null}
      </section>
      {lines.length === 0 ? null : (
        <section className="grid gap-3">
          <h2 className="text-[20px] font-bold">{t("survey.lines")}</h2>
          <p className="font-semibold">{t("survey.yardCaution.lines")}</p>
          <Field words={t("survey.spotter")}>
            <TextField
              value={readings.spotter ?? ""}
              maxLength={80}
              onChange={({ target }) => set({ spotter: target.value === "" ? undefined : target.value })}
            />
          </Field>
          {lines.map((line) => (
            <Isolation key={line.id} {...{ t, zone, now, readings, set }} lineId={line.id} name={line.name} />
          ))}
        </section>
      )}
      <section className="grid gap-3 md:grid-cols-2">
        <h2 className="text-[20px] font-bold md:col-span-2">{t("survey.rescue")}</h2>
        <Field words={t("survey.rescueWho")}>
          <TextField
            value={readings.rescue?.who ?? ""}
            maxLength={80}
            onChange={({ target }) =>
              set({
                rescue:
                  target.value === ""
                    ? undefined
                    : { shownOn: null, withinCall: false, ...readings.rescue, who: target.value },
              })
            }
          />
        </Field>
        <div className="flex items-end gap-3">
          <div className="min-w-0 flex-1">
            <Field words={t("survey.shownOn")}>
              <TextField
                type="date"
                disabled={readings.rescue === undefined}
                value={readings.rescue?.shownOn ?? ""}
                onChange={({ target }) => shown(target.value === "" ? null : target.value)}
              />
            </Field>
          </div>
          <Button
            look="small"
            disabled={readings.rescue === undefined}
            onClick={() => shown(now().slice(0, 10))}
          >
            {t("survey.today")}
          </Button>
        </div>
        <CheckBox
          checked={readings.rescue?.withinCall === true}
          onCheck={(withinCall) =>
            readings.rescue === undefined ? undefined : set({ rescue: { ...readings.rescue, withinCall } })
          }
        >
          {t("survey.withinCall")}
        </CheckBox>
      </section>
      <Hazards {...{ t, name }} hazards={readings.hazards ?? []} set={(hazards) => set({ hazards })} />
    </div>
  );
}

interface Part {
  readonly t: T;
  readonly zone: string;
  readonly now: () => string;
  readonly readings: Readings;
  readonly set: (more: Partial<Readings>) => void;
}

/** The wind as a meter or a person tells it. */
function WindFields({
  t,
  zone,
  now,
  readings,
  set,
  measures,
  terrain,
}: Part & { measures: Measures; terrain: string }) {
  const { wind } = readings;
  const by = wind?.by ?? "none";
  const [mean, setMean] = useState(wind?.by === "meter" ? wind.meanMps : undefined);
  const [gust, setGust] = useState(wind?.by === "meter" ? (wind.gustMps ?? undefined) : undefined);
  const [heightM, setHeightM] = useState<number | undefined>(wind?.by === "meter" ? wind.heightM : 2);
  const [way, setWay] = useState<"none" | "meter" | "sight">(by);
  const take = (meanMps: number | undefined, gustMps: number | undefined, high: number | undefined) => {
    setMean(meanMps);
    setGust(gustMps);
    setHeightM(high);
    const reads =
      meanMps !== undefined &&
      meanMps >= 0 &&
      meanMps <= 60 &&
      high !== undefined &&
      high >= 0.5 &&
      high <= 120;
    set({
      wind: reads ? { by: "meter", meanMps, gustMps: gustMps ?? null, heightM: high, at: now() } : undefined,
    });
  };
  return (
    <section className="grid gap-3">
      <h2 className="text-[20px] font-bold">
        {t("survey.wind")}
        {wind === undefined ? "" : `, ${t("survey.readAt", { time: clock(Date.parse(wind.at), zone) })}`}
      </h2>
      <p>{t("survey.yardCaution.wind")}</p>
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

/** A line that was made dead: by whom, under which permit, until when; it counts only with all three. */
function Isolation({
  t,
  zone: _,
  now,
  readings,
  set,
  lineId,
  name,
}: Part & { lineId: string; name: string }) {
  const known = readings.isolations?.find(({ mark }) => mark === lineId);
  const [by, setBy] = useState(known?.by ?? "");
  const [permit, setPermit] = useState(known?.permit ?? "");
  const [hours, setHours] = useState<number>();
  const [open, setOpen] = useState(known !== undefined);
  const others = (readings.isolations ?? []).filter(({ mark }) => mark !== lineId);
  const take = (who: string, number: string, forHours: number | undefined) => {
    setBy(who);
    setPermit(number);
    setHours(forHours);
    const whole =
      who.trim() !== "" && number.trim() !== "" && forHours !== undefined && forHours > 0 && forHours <= 24;
    set({
      isolations: whole
        ? [
            ...others,
            {
              mark: lineId,
              by: who,
              permit: number,
              until: new Date(Date.parse(now()) + forHours * 3_600_000).toISOString(),
            },
          ]
        : others,
    });
  };
  if (!open)
    return (
      <Button look="small" onClick={() => setOpen(true)}>
        {name}: {t("survey.isolated").toLowerCase()}
      </Button>
    );
  return (
    <fieldset className="grid gap-3 border-2 border-ink p-3 md:grid-cols-3">
      <legend className="px-1 font-semibold">
        {name}: {t("survey.isolated").toLowerCase()}
      </legend>
      <Field words={t("survey.isolatedBy")}>
        <TextField value={by} maxLength={80} onChange={({ target }) => take(target.value, permit, hours)} />
      </Field>
      <Field words={t("survey.permit")}>
        <TextField value={permit} maxLength={80} onChange={({ target }) => take(by, target.value, hours)} />
      </Field>
      <Field words={t("survey.isolatedUntil")}>
        <SelectField
          value={hours === undefined ? "" : `${hours}`}
          onChange={({ target }) => take(by, permit, target.value === "" ? undefined : Number(target.value))}
        >
          <option value="" />
          {[1, 2, 4, 8].map((n) => (
            <option key={n} value={n}>
              {t("stops.untilHours", { count: n })}
            </option>
          ))}
        </SelectField>
      </Field>
      <p className="text-ink2 md:col-span-3">{t("survey.isolatedFull")}</p>
    </fieldset>
  );
}

/** What else is seen: identified, told, removed, kept away from, or worked with under a limit. */
function Hazards({
  t,
  name,
  hazards,
  set,
}: {
  t: T;
  name: string;
  hazards: readonly Hazard[];
  set: (hazards: Hazard[]) => void;
}) {
  const change = (id: string, more: Partial<Hazard>) =>
    set(hazards.map((one) => (one.id === id ? { ...one, ...more } : one)));
  return (
    <section>
      <h2 className="text-[20px] font-bold">{t("survey.hazards")}</h2>
      <p className="text-ink2">{t("survey.hazardsHelp")}</p>
      <ul>
        {hazards.map((hazard) => (
          <li key={hazard.id} className="grid gap-3 border-b border-line py-3 md:grid-cols-2">
            <Field words={t("survey.hazards")}>
              <SelectField
                value={hazard.what}
                onChange={({ target }) => change(hazard.id, { what: target.value as Hazard["what"] })}
              >
                {hazardKinds.map((kind) => (
                  <option key={kind} value={kind}>
                    {t(`survey.hazard.${kind}`)}
                  </option>
                ))}
              </SelectField>
            </Field>
            <Field words={t("survey.where")}>
              <TextField
                value={hazard.where ?? ""}
                maxLength={120}
                onChange={({ target }) =>
                  change(hazard.id, { where: target.value === "" ? undefined : target.value })
                }
              />
            </Field>
            <Field words={t("survey.did")}>
              <SelectField
                value={hazard.did}
                onChange={({ target }) => change(hazard.id, { did: target.value as Hazard["did"] })}
              >
                {dealtWith.map((did) => (
                  <option key={did} value={did}>
                    {t(`survey.dids.${did}`)}
                  </option>
                ))}
              </SelectField>
            </Field>
            {hazard.did === "limited" ? (
              <Field words={t("survey.limitWords")}>
                <TextField
                  value={hazard.limit ?? ""}
                  maxLength={160}
                  onChange={({ target }) =>
                    change(hazard.id, { limit: target.value === "" ? undefined : target.value })
                  }
                />
              </Field>
            ) : (
              <Field words={t("survey.told")}>
                <TextField
                  value={hazard.told ?? ""}
                  maxLength={120}
                  onChange={({ target }) =>
                    change(hazard.id, { told: target.value === "" ? undefined : target.value })
                  }
                />
              </Field>
            )}
            <Button
              look="small"
              className="justify-self-start"
              onClick={() => set(hazards.filter(({ id }) => id !== hazard.id))}
            >
              {t("survey.remove")}
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="small"
        className="mt-3"
        disabled={hazards.length >= 40}
        onClick={() =>
          set([...hazards, { id: newId("h", hazards), what: "holes", did: "identified", by: name }])
        }
      >
        {t("survey.addHazard")}
      </Button>
    </section>
  );
}
