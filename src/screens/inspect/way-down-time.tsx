"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import type { How } from "@/core/measure/methods";
import { pumpDutyOf } from "@/core/measure/pump-duty";
import { isWayDown, loweringTimeS, timedPart, timedPartInputs } from "@/core/measure/way-down";
import { madeOnStep } from "@/core/record/made-on-step";
import { Button } from "@/kit/button";
import { AskReadings } from "./ask-readings";
import type { InspectModel } from "./model";
import { shown, type T } from "./words";

/** How long it takes to come down from full height by valve, cable or emergency pump, and in how many of the pump's longest runs. */
export function WayDownTime({
  check,
  model,
}: {
  check: Check;
  model: Pick<InspectModel, "data" | "reduction" | "dispatch">;
}) {
  const t = useTranslations() as unknown as T;
  const { sheet, measures } = model.data;
  const [open, setOpen] = useState(false);
  const { id } = check.definition;
  if (!isWayDown(id)) return null;
  const duty = (how: How) => {
    const onPump = pumpDutyOf(sheet, id, how);
    const seconds = onPump?.seconds ?? loweringTimeS(id, how);
    const words = onPump === undefined ? "down" : onPump.fitsOneRun ? "oneRun" : "runs";
    return seconds === undefined ? undefined : (
      <p className="font-bold">
        {t(`wayDown.${words}`, {
          time: shown(t, Math.round(seconds), "s", measures),
          runs: onPump?.runs ?? 1,
        })}
      </p>
    );
  };
  const said = model.reduction.madeOn.get(check.key);
  return (
    <div className="mt-1">
      {said === undefined ? null : duty(said)}
      <Button look="small" className="mt-1 border-dashed" onClick={() => setOpen(true)}>
        {t("wayDown.ask")}
      </Button>
      {open ? (
        <AskReadings
          title={t("wayDown.ask")}
          ways={[{ id: timedPart, words: "", inputs: timedPartInputs, formula: t("wayDown.how") }]}
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
