"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { takeAlong, unitsKept } from "@/device/kept-walks";
import { Button } from "@/kit/button";

/** Begins one's own inspections of the shift while there is a signal, and keeps them for where there is none. */
export function TakeAlong({
  units,
}: {
  units: readonly { readonly unitId: string; readonly plate: string }[];
}) {
  const t = useTranslations();
  const [kept, setKept] = useState<ReadonlySet<string>>();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  // A browser that keeps nothing offers nothing.
  useEffect(() => void unitsKept().then(setKept, () => undefined), []);
  if (kept === undefined) return null;
  const missing = units.filter(({ unitId }) => !kept.has(unitId));
  const all = units.length;
  const take = async () => {
    setBusy(true);
    setProblem("");
    for (const { unitId, plate } of missing) {
      const answer = await takeAlong(unitId);
      if (answer.link !== "sent") {
        setProblem(`${plate}: ${answer.detail ?? t(`link.${answer.link}`)}`);
        break;
      }
      setKept(await unitsKept());
    }
    setBusy(false);
  };
  return (
    <div className="ml-auto flex flex-wrap items-center gap-3">
      {problem === "" ? null : (
        <p role="alert" className="font-semibold">
          {problem}
        </p>
      )}
      {missing.length === 0 ? (
        <p role="status" className="text-ink2">
          {t("shift.takenAlong", { count: all })}
        </p>
      ) : (
        <Button look="small" disabled={busy} onClick={() => void take()}>
          {busy
            ? t("shift.takingAlong", { done: all - missing.length, all })
            : t("shift.takeAlong", { count: missing.length })}
        </Button>
      )}
    </div>
  );
}
