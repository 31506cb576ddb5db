"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { ClockShown } from "@/contract/clocks";
import { TextField } from "@/kit/field";
import { Ask, Field } from "../ask";
import { day } from "../states";

/** A day and somebody for a job that is coming; no day takes it back. */
export function SlotForm({ plate, clock }: { plate: string; clock: Pick<ClockShown, "job" | "slot"> }) {
  const t = useTranslations();
  const { job, slot } = clock;
  const [plannedOn, setPlannedOn] = useState(slot === undefined ? "" : day(slot.onMs, "UTC"));
  const [who, setWho] = useState(slot?.who ?? "");
  return (
    <Ask
      path={`/api/units/${encodeURIComponent(plate)}/slots`}
      make={() => ({ body: { job, plannedOn: plannedOn === "" ? null : plannedOn, who } })}
      ready={plannedOn !== "" || slot !== undefined}
      words={t(plannedOn === "" && slot !== undefined ? "clocks.unplan" : "clocks.plan")}
    >
      <Field words={t("clocks.plannedOn")}>
        <TextField type="date" value={plannedOn} onChange={(event) => setPlannedOn(event.target.value)} />
      </Field>
      <Field words={t("clocks.plannedWho")}>
        <TextField value={who} maxLength={80} onChange={(event) => setWho(event.target.value)} />
      </Field>
    </Ask>
  );
}
