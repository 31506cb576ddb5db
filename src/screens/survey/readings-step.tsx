import type { DrillShown } from "@/contract/survey";
import type { SiteWind } from "@/contract/wind";
import { marksOf, type PlacePlan } from "@/core/survey/place-plan";
import type { Sum } from "@/core/survey/sums";
import { CheckBox, withOne } from "@/kit/check-box";
import { OneOf, TextField } from "@/kit/field";
import { Field } from "../ask";
import { type SurveyDraft, withReadings } from "./draft";
import type { Measures } from "./figure";
import { HazardFields } from "./hazard-fields";
import { IsolationFields } from "./isolation-fields";
import type { Readings } from "./readings-part";
import { RescueFields } from "./rescue-fields";
import { WindFields } from "./wind-fields";
import type { T } from "./words";

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
  wind,
  sums,
  drills,
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
  /** What the site's own meters show, and what was worked out so far. */
  wind: SiteWind | undefined;
  sums: readonly Sum[];
  drills: readonly DrillShown[];
  change: (draft: SurveyDraft) => void;
}) {
  const { readings } = draft.given;
  const set = (more: Partial<Readings>) => change(withReadings(draft, more));
  const part = { t, now, readings, set };
  const lines = marksOf(plan, "power_line");
  const traffic = marksOf(plan, "traffic");
  return (
    <div className="grid gap-5">
      {plan.under === "roof" ? null : (
        <WindFields {...{ ...part, measures, zone, wind, sums }} terrain={readings.terrain ?? plan.terrain} />
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
            <IsolationFields key={line.id} {...part} lineId={line.id} name={line.name} />
          ))}
        </section>
      )}
      <RescueFields {...{ ...part, zone, drills }} />
      <HazardFields {...{ t, name }} hazards={readings.hazards ?? []} set={(hazards) => set({ hazards })} />
    </div>
  );
}
