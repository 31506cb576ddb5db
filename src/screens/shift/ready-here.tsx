"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import type { PreparedUnit } from "@/device/local-store";
import { prepare, preparedUnits } from "@/device/prepared";
import { present } from "@/device/present";
import { clock } from "../states";

/** How many units this tablet can begin to inspect where there is no signal, and as of when. */
export function ReadyHere({ zone }: { zone: string }) {
  const t = useTranslations();
  const [units, setUnits] = useState<readonly PreparedUnit[]>([]);
  useEffect(() => {
    let left = false;
    const read = async () => {
      await prepare();
      const here = present();
      const kept = here === undefined ? [] : await preparedUnits(here.personId);
      if (!left) setUnits(kept);
    };
    // A browser that keeps nothing offers nothing.
    void read().catch(() => undefined);
    return () => {
      left = true;
    };
  }, []);
  const [first] = units;
  if (first === undefined) return null;
  return (
    <p className="ml-auto text-ink2">
      {t("shift.readyHere", { count: units.length, time: clock(first.word.atMs, zone) })}
    </p>
  );
}
