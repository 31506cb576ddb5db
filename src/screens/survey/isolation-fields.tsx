import { useState } from "react";
import { readingsSchema } from "@/core/survey/job";
import { Button } from "@/kit/button";
import { SelectField, TextField } from "@/kit/field";
import { Field } from "../ask";
import type { ReadingsPart } from "./readings-part";

const hourMs = 3_600_000;

/** A line that was made dead: by whom, under which permit, until when; it counts only with all three. */
export function IsolationFields({
  t,
  now,
  readings,
  set,
  lineId,
  name,
}: ReadingsPart & { lineId: string; name: string }) {
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
    const until = new Date(Date.parse(now()) + (forHours ?? 0) * hourMs).toISOString();
    const dead = readingsSchema.shape.isolations.safeParse([
      { mark: lineId, by: who, permit: number, until },
    ]);
    set({
      isolations: [...others, ...(dead.success && forHours !== undefined ? (dead.data ?? []) : [])],
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
