"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { checksOf } from "@/core/catalogue/catalogue";
import { meterCheck } from "@/core/record/hours-read";
import { longest, type PastOutcome } from "@/core/record/past";
import type { Sheet } from "@/core/sheet/sheet";
import { momentOf } from "@/core/vocabulary/zone";
import { TextField } from "@/kit/field";
import { Ask, Field, NamedField, numberIn } from "../ask";
import { checkTitle, readingAsked, stored, type T } from "../inspect/words";
import { UnitHead } from "../unit/unit-head";
import { outcomeOptions } from "./words";

/** A walk that was made on paper, as it stands there: kept, and no clearance. */
export function PaperWalk({
  plate,
  sheet,
  measures,
  zone,
}: {
  plate: string;
  /** None yet: nothing is known of what is read on it. */
  sheet: Sheet | undefined;
  measures: "metric" | "imperial";
  zone: string;
}) {
  const t = useTranslations() as unknown as T;
  const router = useRouter();
  const [typed, setTyped] = useState({ when: "", by: "", hours: "", note: "" });
  const [outcome, setOutcome] = useState<PastOutcome>("nothing_found");
  const [read, setRead] = useState<Readonly<Record<string, string>>>({});
  const [ids] = useState(() => ({ walk: crypto.randomUUID(), hours: crypto.randomUUID() }));
  const set = (field: keyof typeof typed) => (event: { target: { value: string } }) =>
    setTyped((was) => ({ ...was, [field]: event.target.value }));
  const hours = numberIn(typed.hours);
  const measured: readonly Check[] =
    sheet === undefined
      ? []
      : checksOf(sheet).filter(
          ({ definition: { id, measure } }) =>
            id !== meterCheck && measure !== undefined && measure.workedOut !== true,
        );
  const own = `/units/${encodeURIComponent(plate)}`;
  return (
    <div className="p-4 md:p-6">
      <UnitHead plate={plate} title={t("past.paperOf", { plate })} />
      <p className="mt-2 mb-4 max-w-[80ch] border-[2.5px] border-ink px-3.5 py-2">{t("past.paperLead")}</p>
      <Ask
        path={`/api${own}/paper-walks`}
        make={() => ({
          body: {
            ...{ id: ids.walk, by: typed.by, outcome, note: typed.note },
            doneAt: new Date(momentOf(Date.parse(`${typed.when}Z`), zone)).toISOString(),
            ...(hours !== undefined && { hours: { id: ids.hours, value: hours } }),
            readings: measured.flatMap(({ key, definition: { measure } }) => {
              const value = numberIn(read[key] ?? "");
              if (value === undefined || measure === undefined) return [];
              return [
                {
                  check: key,
                  value: stored(value, measure.unit, measures),
                },
              ];
            }),
          },
        })}
        ready={
          typed.when !== "" && typed.by.trim() !== "" && (typed.hours.trim() === "" || hours !== undefined)
        }
        done={() => router.push(`/records/past?unit=${encodeURIComponent(plate)}`)}
        words={t("past.keep")}
      >
        <Field words={t("past.when")}>
          <TextField type="datetime-local" value={typed.when} onChange={set("when")} />
        </Field>
        <Field words={`${t("past.who")} (${t("past.whoHint")})`}>
          <TextField value={typed.by} maxLength={longest.by} onChange={set("by")} />
        </Field>
        <Field words={t("past.hours")}>
          <TextField inputMode="decimal" value={typed.hours} maxLength={8} onChange={set("hours")} />
        </Field>
        <NamedField words={t("past.found")} value={outcome} options={outcomeOptions(t)} onPick={setOutcome} />
        <label className="block md:col-span-2">
          <span className="font-semibold">{t("past.faults")}</span>
          <textarea
            className="mt-1 block min-h-[96px] w-full border-2 border-ink bg-chalk p-2"
            value={typed.note}
            maxLength={longest.note}
            onChange={set("note")}
          />
        </label>
        {measured.length === 0 ? null : (
          <fieldset className="md:col-span-2">
            <legend className="text-[20px] font-bold">{t("past.readings")}</legend>
            <div className="grid gap-x-8 md:grid-cols-2">
              {measured.map((check) => (
                <label key={check.key} className="flex items-center gap-3 border-b border-line py-1">
                  <span className="flex-1 leading-tight">
                    <b>{checkTitle(t, check)}</b>, {t(`stop.${check.at}`).toLowerCase()}
                    <span className="block text-ink2">
                      {sheet === undefined ? "" : readingAsked(t, check, sheet, measures)}
                    </span>
                  </span>
                  <TextField
                    className="max-w-[110px] text-right"
                    inputMode="decimal"
                    value={read[check.key] ?? ""}
                    onChange={({ target }) => setRead((was) => ({ ...was, [check.key]: target.value }))}
                  />
                </label>
              ))}
            </div>
          </fieldset>
        )}
      </Ask>
    </div>
  );
}
