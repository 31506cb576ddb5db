"use client";
import { useTranslations } from "next-intl";
import type { CrewRow } from "@/contract/shift";
import { Button } from "@/kit/button";
import { Problem } from "@/kit/problem";
import { type ShiftOfDay, usePins } from "./use-pins";

/** Crews that were said to need nothing: a slip is put right here. */
export function CancelledCrews({ shift, crews }: { shift: ShiftOfDay; crews: readonly CrewRow[] }) {
  const t = useTranslations("shift.plan");
  const { say, problem } = usePins(shift);
  if (crews.length === 0) return null;
  return (
    <>
      <ul>
        {crews.map(({ needId, crew, place }) => (
          <li
            key={needId}
            className="flex min-h-[60px] items-center gap-x-4 border-b border-line px-4 py-1.5 md:px-5"
          >
            <span className="flex-1 leading-snug">
              <b>{t("cancelled")}</b>
              <span className="block text-ink2">
                {place}, {crew}
              </span>
            </span>
            <Button
              look="small"
              aria-label={`${t("after")}: ${crew}, ${place}`}
              onClick={() => void say("DELETE", { kind: "cancelled", about: needId })}
            >
              {t("after")}
            </Button>
          </li>
        ))}
      </ul>
      <Problem className="mx-4 mt-2 md:mx-5">{problem}</Problem>
    </>
  );
}
