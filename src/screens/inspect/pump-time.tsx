"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import type { How } from "@/core/measure/methods";
import { isTimedOnPump, pumpDutyOf, timedPart, timedPartInputs } from "@/core/measure/pump-duty";
import { madeOnStep } from "@/core/record/made-on-step";
import { Button } from "@/kit/button";
import { AskReadings } from "./ask-readings";
import type { InspectModel } from "./model";
import { shown, type T } from "./words";

/** How long the emergency pump needs to bring it down from full height, and in how many of its longest runs. */
export function PumpTime({
  check,
  model,
}: {
  check: Check;
  model: Pick<InspectModel, "data" | "reduction" | "dispatch">;
}) {
  const t = useTranslations() as unknown as T;
  const { sheet, measures } = model.data;
  const [open, setOpen] = useState(false);
  if (!isTimedOnPump(sheet, check.definition.id)) return null;
  const duty = (how: How) => {
    const of = pumpDutyOf(sheet, check.definition.id, how);
    return of === undefined ? undefined : (
      <p className="font-bold">
        {t(of.fitsOneRun ? "pump.oneRun" : "pump.runs", {
          time: shown(t, Math.round(of.seconds), "s", measures),
          runs: of.runs,
        })}
      </p>
    );
  };
  const said = model.reduction.madeOn.get(check.key);
  return (
    <div className="mt-1">
      {said === undefined ? null : duty(said)}
      <Button look="small" className="mt-1 border-dashed" onClick={() => setOpen(true)}>
        {t("pump.ask")}
      </Button>
      {open ? (
        <AskReadings
          title={t("pump.ask")}
          ways={[{ id: timedPart, words: "", inputs: timedPartInputs, formula: t("pump.how") }]}
          measures={measures}
          follows={duty}
          onTell={(how) => {
            void model.dispatch({ act: "changed", steps: [madeOnStep(check.key, how)] });
            setOpen(false);
          }}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </div>
  );
}
