import { useTranslations } from "next-intl";
import type { Lasting } from "@/core/evidence/lasting";
import { Button } from "@/kit/button";
import { day } from "../states";
import { type T, titleOfKey } from "./words";

const dayMs = 86_400_000;

/** What a walk did not make because an earlier one has proven it: when, by whom, and until when it is in date. */
export function Borrowed({
  borrowed,
  nowMs,
  zone,
  onMake,
}: {
  borrowed: readonly Lasting[];
  /** By the age of which it is told. */
  nowMs: number;
  zone: string;
  /** Where it can be made all the same. */
  onMake?: (check: string) => void;
}) {
  const t = useTranslations() as unknown as T;
  if (borrowed.length === 0) return null;
  return (
    <section className="mt-5">
      <h2 className="text-[20px] font-bold">{t("decide.borrowed")}</h2>
      <p className="text-ink2">{t("decide.borrowedLead")}</p>
      <ul>
        {borrowed.map((one) => (
          <li
            key={one.check}
            className="flex flex-wrap items-center justify-between gap-x-4 border-b border-line py-1.5"
          >
            <span className="min-w-[220px] flex-1">
              <b>{titleOfKey(t, one.check)}</b>
              <span className="block text-ink2">{borrowedWords(t, one, nowMs, zone).join("; ")}</span>
            </span>
            {onMake === undefined ? null : (
              <Button look="small" onClick={() => onMake(one.check)}>
                {t("decide.makeIt")}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** When it was proven and by whom, and what it lasts until. */
export function borrowedWords(
  t: T,
  { by, atMs, untilMs, untilHours }: Lasting,
  nowMs: number,
  zone: string,
): readonly string[] {
  const ends = [
    ...(untilMs === undefined ? [] : [t("decide.borrowedUntil", { day: day(untilMs, zone) })]),
    ...(untilHours === undefined ? [] : [t("decide.borrowedHours", { hours: Math.floor(untilHours) })]),
  ];
  const days = Math.max(0, Math.floor((nowMs - atMs) / dayMs));
  return [
    t("decide.borrowedBy", { day: day(atMs, zone), name: by, days }),
    ...(ends.length === 0 ? [t("decide.borrowedEvent")] : ends),
  ];
}
