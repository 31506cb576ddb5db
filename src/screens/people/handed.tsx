"use client";
import { useTranslations } from "next-intl";
import { dayAndClock } from "../states";

/** A code to hand over, shown this once. */
export function Handed({
  code,
  until,
  name,
  zone,
}: {
  code: string;
  until: string;
  name: string;
  zone: string;
}) {
  const t = useTranslations();
  return (
    <p role="status" className="mt-3 max-w-[720px] border-[2.5px] border-ink p-3">
      {t("people.handOver", { name })}
      <b className="my-1 block text-[28px] tracking-widest select-all">{code}</b>
      {t("people.codeGood", { until: dayAndClock(Date.parse(until), zone) })}
    </p>
  );
}
