"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { ClockShown } from "@/contract/clocks";
import { SelectField, TextField } from "@/kit/field";
import { Ask, Field } from "../ask";
import { day } from "../states";

/** A day and somebody for a job that is coming, and how long it takes: with that it stands in the plan of its shift. No day takes it back. */
export function SlotForm({
  plate,
  clock,
  people,
}: {
  plate: string;
  clock: Pick<ClockShown, "job" | "slot">;
  /** Who of the site could do it. */
  people: readonly { readonly id: string; readonly name: string }[];
}) {
  const t = useTranslations();
  const { job, slot } = clock;
  const [plannedOn, setPlannedOn] = useState(slot === undefined ? "" : day(slot.onMs, "UTC"));
  const [who, setWho] = useState(slot?.who ?? "");
  const [minutes, setMinutes] = useState(slot?.minutes == null ? "" : `${slot.minutes}`);
  const [personId, setPersonId] = useState(slot?.personId ?? "");
  return (
    <Ask
      path={`/api/units/${encodeURIComponent(plate)}/slots`}
      make={() => ({
        body: {
          ...{ job, plannedOn: plannedOn === "" ? null : plannedOn },
          who: people.find(({ id }) => id === personId)?.name ?? who,
          minutes: minutes === "" ? null : Number(minutes),
          personId: personId === "" ? null : personId,
        },
      })}
      ready={plannedOn !== "" || slot !== undefined}
      words={t(plannedOn === "" && slot !== undefined ? "clocks.unplan" : "clocks.plan")}
    >
      <Field words={t("clocks.plannedOn")}>
        <TextField type="date" value={plannedOn} onChange={(event) => setPlannedOn(event.target.value)} />
      </Field>
      <Field words={t("clocks.plannedMinutes")}>
        <TextField
          inputMode="numeric"
          value={minutes}
          maxLength={3}
          onChange={(event) => setMinutes(event.target.value.replace(/\D/g, ""))}
        />
      </Field>
      <Field words={t("clocks.plannedBy")}>
        <SelectField value={personId} onChange={(event) => setPersonId(event.target.value)}>
          <option value="">{t("clocks.nobodyNamed")}</option>
          {people.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
      </Field>
      {personId === "" ? (
        <Field words={t("clocks.plannedWho")}>
          <TextField value={who} maxLength={80} onChange={(event) => setWho(event.target.value)} />
        </Field>
      ) : null}
    </Ask>
  );
}
