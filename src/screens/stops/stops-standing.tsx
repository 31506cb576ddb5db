"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { StopShown } from "@/contract/survey";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import { dayAndClock } from "../states";

/** The stops for conditions that stand, with who may let work go on. */
export function StopsStanding({
  stops,
  mayLift,
  zone,
}: {
  stops: readonly StopShown[];
  mayLift: boolean;
  zone: string;
}) {
  const t = useTranslations("stops");
  const router = useRouter();
  const [problem, setProblem] = useState("");
  if (stops.length === 0) return null;
  const lift = async (id: string) => {
    const answer = await send(`/api/stops/${id}/lift`, {});
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
  };
  return (
    <section className="mx-4 mb-3 border-[3px] border-ink p-3 md:mx-5" aria-label={t("title")}>
      <h2 className="text-[20px] font-bold">
        <Mark kind="place">{t("title")}</Mark>
      </h2>
      <ul>
        {stops.map(({ id, reason, plate, note, by, atMs, untilMs }) => (
          <li
            key={id}
            className="flex flex-wrap items-center justify-between gap-x-4 border-t border-line py-2"
          >
            <span>
              <b>
                {t(`reasons.${reason}`)}, {plate ?? t("whole")}
              </b>
              {note === undefined ? "" : `: ${note}`}.{" "}
              <span className="text-ink2">
                {by}, {dayAndClock(atMs, zone)},{" "}
                {untilMs === undefined
                  ? t("untilLooked")
                  : t("untilTime", { time: dayAndClock(untilMs, zone) })}
              </span>
            </span>
            {mayLift ? (
              <Button look="small" onClick={() => void lift(id)}>
                {t("lift")}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {mayLift ? null : <p className="text-ink2">{t("liftWho")}</p>}
      <Problem>{problem}</Problem>
    </section>
  );
}
