"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { type UnitEventKind, unitEventKinds } from "@/core/evidence/unit-events";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { numberIn } from "../ask";
import { send } from "../send";

/** What happened to a unit between inspections; most of it means that an inspection is due. */
export function UnitEvents({ plate }: { plate: string }) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const [meter, setMeter] = useState<{ readonly old: string; readonly fresh: string }>();
  const record = async (kind: UnitEventKind, more: object = {}) => {
    setBusy(true);
    const answer = await send(`/api/units/${encodeURIComponent(plate)}/events`, {
      ...{ id: crypto.randomUUID(), kind },
      ...more,
    });
    setBusy(false);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setMeter(undefined);
    router.refresh();
  };
  const [oldHours, newHours] = [numberIn(meter?.old ?? ""), numberIn(meter?.fresh ?? "")];
  return (
    <details className="mt-5">
      <summary className="min-h-[48px] cursor-pointer py-3 text-[20px] font-bold">
        {t("units.events")}
      </summary>
      <p className="text-ink2">{t("units.eventHelp")}</p>
      <div className="mt-2 flex flex-wrap gap-2.5">
        {unitEventKinds.map((kind) => (
          <Button
            key={kind}
            look="small"
            disabled={busy}
            aria-expanded={kind === "meter_replaced" ? meter !== undefined : undefined}
            onClick={() =>
              kind === "meter_replaced" ? setMeter({ old: "", fresh: "0" }) : void record(kind)
            }
          >
            {t(`units.event.${kind}`)}
          </Button>
        ))}
      </div>
      {meter === undefined ? null : (
        <form
          className="mt-3 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void record("meter_replaced", { meter: { oldHours, newHours } });
          }}
        >
          {(["old", "fresh"] as const).map((which) => (
            <label key={which} className="block">
              <span className="font-semibold">
                {t(which === "old" ? "units.meterOld" : "units.meterNew")}
              </span>
              <TextField
                inputMode="decimal"
                value={meter[which]}
                maxLength={9}
                onChange={(event) => setMeter((was) => was && { ...was, [which]: event.target.value })}
              />
            </label>
          ))}
          <Button
            look="small"
            type="submit"
            disabled={busy || oldHours === undefined || newHours === undefined}
          >
            {t("inspect.record")}
          </Button>
        </form>
      )}
      <p role="alert" className={problem === "" ? "sr-only" : "mt-2 font-semibold"}>
        {problem}
      </p>
    </details>
  );
}
