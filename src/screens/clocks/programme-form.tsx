"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { ProgrammeWanted } from "@/core/periodic/programme";
import type { JobHours } from "@/core/sheet/job-hours";
import { type JobId, jobIds, jobKind } from "@/core/vocabulary/jobs";
import { CheckBox } from "@/kit/check-box";
import { SelectField, TextField } from "@/kit/field";
import { Ask, Field, numberIn } from "../ask";

interface Typed {
  readonly job: JobId;
  readonly months: string;
  readonly hours: string;
  readonly earlyDays: string;
  readonly noticeDays: string;
  readonly source: string;
}

const text = (value: number | null | undefined) => (value == null ? "" : `${value}`);

/** How often a job comes round: what holds now, or the usual interval and the sheet's hours. */
export function ProgrammeForm({
  plate,
  now,
  ofSheet,
  alike,
}: {
  plate: string;
  /** Units of its model at its site, this one among them. */
  alike: readonly string[];
  now: readonly ProgrammeWanted[];
  ofSheet: JobHours;
}) {
  const t = useTranslations();
  const startOf = (job: JobId): Typed => {
    const own = now.find((one) => one.job === job);
    const kind = jobKind(job);
    const sheet = ofSheet[job];
    if (own !== undefined)
      return {
        ...{ job, months: text(own.months), hours: text(own.hours), source: own.source },
        ...{ earlyDays: text(own.earlyDays), noticeDays: text(own.noticeDays) },
      };
    return {
      ...{ job, months: text(kind.months), hours: text(sheet?.hours) },
      ...{ earlyDays: text(kind.earlyDays), noticeDays: text(kind.noticeDays) },
      source: sheet?.page === undefined ? "" : t("clocks.page", { page: sheet.page }),
    };
  };
  const [typed, setTyped] = useState(() => startOf("service"));
  const [done, setDone] = useState<{
    readonly waiting?: readonly string[];
    readonly set?: readonly string[];
  }>({});
  const [all, setAll] = useState(false);
  const [ends, setEnds] = useState(false);
  const set = (id: keyof Typed) => (event: { target: { value: string } }) =>
    setTyped((was) => ({ ...was, [id]: event.target.value }));
  const months = numberIn(typed.months);
  const hours = numberIn(typed.hours);
  const body = {
    ...{ job: typed.job, runs: !ends, months: months ?? null, hours: hours ?? null, source: typed.source },
    ...{ earlyDays: numberIn(typed.earlyDays) ?? 0, noticeDays: numberIn(typed.noticeDays) ?? 0 },
    of: all ? "model" : "unit",
  };
  return (
    <>
      <Ask
        path={`/api/units/${encodeURIComponent(plate)}/programmes`}
        make={() => ({ body })}
        ready={(months !== undefined || hours !== undefined) && typed.source.trim().length > 1}
        done={(answer) => {
          setDone(answer as typeof done);
          setEnds(false);
        }}
        words={t("clocks.setProgramme")}
      >
        <Field words={t("clocks.job")}>
          <SelectField value={typed.job} onChange={(event) => setTyped(startOf(event.target.value as JobId))}>
            {jobIds.map((job) => (
              <option key={job} value={job}>
                {t(`job.${job}`)}
              </option>
            ))}
          </SelectField>
        </Field>
        <Field words={t("clocks.source")} hint={t("clocks.sourceHint")}>
          <TextField value={typed.source} maxLength={200} onChange={set("source")} />
        </Field>
        <Field words={t("clocks.months")}>
          <TextField inputMode="numeric" value={typed.months} maxLength={3} onChange={set("months")} />
        </Field>
        <Field words={t("clocks.hours")}>
          <TextField inputMode="decimal" value={typed.hours} maxLength={6} onChange={set("hours")} />
        </Field>
        <Field words={t("clocks.early")} hint={t("clocks.earlyHint")}>
          <TextField inputMode="numeric" value={typed.earlyDays} maxLength={3} onChange={set("earlyDays")} />
        </Field>
        <Field words={t("clocks.notice")}>
          <TextField
            inputMode="numeric"
            value={typed.noticeDays}
            maxLength={3}
            onChange={set("noticeDays")}
          />
        </Field>
        {alike.length > 1 ? (
          <CheckBox checked={all} onCheck={setAll} className="font-semibold md:col-span-2">
            {t("clocks.forModel", { plates: alike.join(", ") })}
          </CheckBox>
        ) : null}
        {now.some(({ job }) => job === typed.job) ? (
          <CheckBox checked={ends} onCheck={setEnds} className="font-semibold md:col-span-2">
            {t("clocks.ends")}
          </CheckBox>
        ) : null}
      </Ask>
      {done.set === undefined || done.set.length === 0 ? null : (
        <p role="status" className="mt-3 border-[2.5px] border-ink p-3">
          {t("clocks.setFor", { plates: done.set.join(", ") })}
        </p>
      )}
      {done.waiting === undefined ? null : (
        <p role="status" className="mt-3 border-[2.5px] border-ink p-3 font-semibold">
          {t("clocks.waits", { why: done.waiting.map((one) => t(`clocks.less.${one}`)).join(", ") })}
        </p>
      )}
    </>
  );
}
