"use client";
import { useTranslations } from "next-intl";
import { useEffect, useMemo, useState } from "react";
import type { ShiftBoard } from "@/contract/shift";
import type { Morning } from "@/core/shift/morning";
import { withPins } from "@/core/shift/pins";
import { shiftPlanner } from "@/device/shift/shift-planner";

/** How many crews the plan serves at the start, what the list's order would, and whether any plan could do better. */
export function PlanSummary({
  board,
}: {
  board: Pick<ShiftBoard, "morning" | "pins" | "served" | "inListOrder" | "crewMin">;
}) {
  const t = useTranslations("shift.plan");
  const { served, inListOrder, crewMin } = board;
  const morning = useMemo(() => withPins(board.morning, board.pins), [board.morning, board.pins]);
  const all = morning.crews.length;
  // What was found is of one morning: of the next nothing is proven yet.
  const [found, setFound] = useState<{ readonly of: Morning; readonly crewMin: number | undefined }>();
  useEffect(() => {
    if (crewMin === 0) return;
    let left = false;
    const planner = shiftPlanner();
    void planner
      .bound(morning)
      .catch(() => undefined)
      .then((bound) => {
        planner.close();
        if (!left) setFound({ of: morning, crewMin: bound });
      });
    return () => {
      left = true;
      planner.close();
    };
  }, [morning, crewMin]);
  if (all === 0) return null;
  const working = found?.of !== morning;
  const bound = working ? undefined : found.crewMin;
  const over = crewMin === 0 ? 0 : bound === undefined ? undefined : crewMin - bound;
  return (
    <div className="leading-snug">
      <p>
        <b>{t("atStart", { served: served.atStart, all })}</b>
        {served.lateMin > 0 ? `, ${t("lateInAll", { minutes: served.lateMin })}` : ""}
      </p>
      <p className="text-ink2">
        {t("listOrder", { served: inListOrder.atStart, all, minutes: inListOrder.lateMin })}
      </p>
      {over === undefined ? (
        working ? (
          <p className="text-ink2">{t("proving")}</p>
        ) : null
      ) : (
        <p className="text-ink2">{over <= 0 ? t("proven") : t("atMost", { minutes: over })}</p>
      )}
    </div>
  );
}
