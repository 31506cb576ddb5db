import type { KeptLoadShown } from "@/contract/survey";
import type { Item, SurveyGiven } from "@/core/survey/job";
import { loadRanges } from "@/core/survey/load-range";
import { Button } from "@/kit/button";
import { OneOf, TextField } from "@/kit/field";
import { Field } from "../ask";
import { newId, type SurveyDraft, withJob } from "./draft";
import type { Measures } from "./figure";
import { KeptLoads } from "./kept-loads";
import { NumberField } from "./number-field";
import type { T } from "./words";

type Job = SurveyGiven["job"];

/** What is to be done, by how many, with what. */
export function JobStep({
  t,
  draft,
  measures,
  hasExtension,
  hasRanges,
  siteId,
  loads,
  change,
}: {
  t: T;
  draft: SurveyDraft;
  measures: Measures;
  hasExtension: boolean;
  hasRanges: boolean;
  siteId: string;
  loads: readonly KeptLoadShown[];
  change: (draft: SurveyDraft) => void;
}) {
  const { job } = draft.given;
  const set = (more: Partial<Job>) => change(withJob(draft, more));
  const setItem = (id: string, more: Partial<Item>) =>
    set({ items: job.items.map((item) => (item.id === id ? { ...item, ...more } : item)) });
  return (
    <div className="grid gap-4">
      <Field words={t("survey.what")}>
        <TextField value={job.what} maxLength={200} onChange={({ target }) => set({ what: target.value })} />
      </Field>
      <div className="grid grid-cols-2 items-end gap-4">
        <NumberField
          words={t("survey.persons")}
          measures={measures}
          value={job.persons}
          onNumber={(persons) => set({ persons: Math.min(20, Math.max(1, Math.round(persons ?? 1))) })}
        />
        <NumberField
          words={t("survey.personKg")}
          hint={t("survey.personKgUnsaid")}
          unit="kg"
          measures={measures}
          value={job.personKg}
          onNumber={(kg) => set({ personKg: kg === undefined || kg < 40 || kg > 250 ? null : kg })}
        />
        {hasExtension ? (
          <NumberField
            words={t("survey.onExtension")}
            measures={measures}
            value={job.onExtension}
            onNumber={(n) => set({ onExtension: Math.min(20, Math.max(0, Math.round(n ?? 0))) })}
          />
        ) : null}
        <NumberField
          words={t("survey.toolM")}
          unit="m"
          measures={measures}
          value={job.toolM}
          onNumber={(m) => set({ toolM: Math.min(10, Math.max(0, m ?? 0)) })}
        />
        <NumberField
          words={t("survey.sideForce")}
          unit="N"
          measures={measures}
          value={job.sideForceN}
          onNumber={(n) => set({ sideForceN: n === undefined ? undefined : Math.min(5000, Math.max(0, n)) })}
        />
      </div>
      {hasRanges ? (
        <div>
          <p className="mb-1 font-semibold">{t("survey.range")}</p>
          <OneOf
            legend={t("survey.range")}
            value={job.range}
            options={loadRanges.map((range) => [range, t(`survey.ranges.${range}`)] as const)}
            onChange={(range) => set({ range })}
          />
        </div>
      ) : null}
      <section>
        <h2 className="text-[20px] font-bold">{t("survey.things")}</h2>
        <p>{t("survey.yardCaution.load")}</p>
        <ul>
          {job.items.map((item) => (
            <li
              key={item.id}
              className="grid grid-cols-2 items-end gap-3 border-b border-line py-3 md:grid-cols-4"
            >
              <div className="col-span-2">
                <Field words={t("survey.thing")}>
                  <TextField
                    value={item.name}
                    maxLength={80}
                    onChange={({ target }) => setItem(item.id, { name: target.value })}
                  />
                </Field>
              </div>
              <NumberField
                words={t("survey.count")}
                measures={measures}
                value={item.count}
                onNumber={(n) => setItem(item.id, { count: Math.min(500, Math.max(1, Math.round(n ?? 1))) })}
              />
              <NumberField
                words={t("survey.eachKg")}
                unit="kg"
                measures={measures}
                value={item.eachKg}
                onNumber={(kg) => setItem(item.id, { eachKg: kg ?? null })}
              />
              <div className="col-span-2">
                <NumberField
                  words={t("survey.sheetM2")}
                  unit="m2"
                  measures={measures}
                  value={item.sheetM2}
                  onNumber={(m2) =>
                    setItem(item.id, {
                      sheetM2: m2 === undefined ? undefined : Math.min(100, Math.max(0, m2)),
                    })
                  }
                />
              </div>
              {hasExtension ? (
                <OneOf
                  legend={t("survey.on")}
                  value={item.on}
                  options={(["platform", "extension"] as const).map(
                    (on) => [on, t(`survey.onPlace.${on}`)] as const,
                  )}
                  onChange={(on) => setItem(item.id, { on })}
                />
              ) : null}
              <Button
                look="small"
                onClick={() => set({ items: job.items.filter(({ id }) => id !== item.id) })}
              >
                {t("survey.remove")}
              </Button>
              {item.eachKg === null ? (
                <p className="col-span-2 text-ink2 md:col-span-4">{t("survey.unknownKg")}</p>
              ) : null}
            </li>
          ))}
        </ul>
        <Button
          look="small"
          className="mt-3"
          disabled={job.items.length >= 60}
          onClick={() =>
            set({
              items: [
                ...job.items,
                {
                  id: newId("t", job.items),
                  name: t("survey.thing"),
                  count: 1,
                  eachKg: null,
                  on: "platform",
                },
              ],
            })
          }
        >
          {t("survey.addThing")}
        </Button>
      </section>
      <KeptLoads {...{ t, siteId, loads, job }} take={(load) => set({ sideForceN: undefined, ...load })} />
    </div>
  );
}
