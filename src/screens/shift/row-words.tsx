import { useTranslations } from "next-intl";
import type { ShiftRow } from "@/contract/shift";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { clock, isBarred, stateMark, tagReason } from "../states";

/** How a crew's unit stands, and when the crew has it; who inspects it when, where no clock beside it shows that. */
export function RowWords({ row, zone, onClock }: { row: ShiftRow; zone: string; onClock: boolean }) {
  const t = useTranslations();
  const { standing, walking, slot, usual } = row;
  const walked = walking !== undefined && !standing.usable && !isBarred(standing.state);
  const time = (ms: number | undefined) => clock(ms ?? 0, zone);
  // One that is cleared, but not for this shift, is inspected again.
  const waits =
    slot !== undefined || (!standing.usable && !isBarred(standing.state) && row.was === undefined);
  const lines = [
    ...(row.was ? [t("shift.plan.wasFor", { crew: row.crew, place: row.place })] : []),
    ...(standing.state === "tagged_out" || standing.state === "held"
      ? [row.tagReason === undefined ? standing.tags.join(", ") : tagReason(t, row.tagReason)]
      : []),
    ...(standing.usable
      ? [
          `${t("shift.by", { name: standing.signedBy ?? "", time: time(standing.signedAtMs) })}, ${t("shift.until", { time: time(standing.untilMs) })}`,
        ]
      : []),
    ...(walked ? [t("shift.stopOf", { name: walking.by, done: walking.done, all: row.checks })] : []),
    ...(waits && !walked && slot === undefined && row.readyMs === undefined
      ? [t("shift.plan.nobodyCan")]
      : []),
    ...(usual === undefined ? [] : [t("shift.plan.instead", { plate: usual })]),
    ...(row.pinned ? [t("shift.plan.pinned")] : []),
  ];
  return (
    <div className="min-w-0 flex-1 basis-[200px] leading-snug md:basis-0">
      <Mark kind={walked ? "open" : stateMark[standing.state]}>
        {walked ? t("state.being_walked") : t(`state.${standing.state}`)}
      </Mark>
      {waits && row.readyMs !== undefined ? (
        <p className={`font-bold ${row.lateMin > 0 ? "text-tag" : ""}`}>
          {row.lateMin > 0
            ? t("shift.plan.lateAt", { time: time(row.readyMs), minutes: row.lateMin })
            : t("shift.plan.readyAt", { time: time(row.readyMs) })}
        </p>
      ) : null}
      {waits && !walked && slot !== undefined ? (
        <p className={`text-ink2 ${onClock ? "md:hidden" : ""}`}>
          {t("shift.plan.inspects", { name: slot.person, from: time(slot.startMs), to: time(slot.endMs) })}
        </p>
      ) : null}
      {lines.map((line) => (
        <p key={line} className="text-ink2">
          {line}
        </p>
      ))}
      {row.unsigned === 0 ? null : (
        <Link
          href={`/units/${encodeURIComponent(row.plate)}/book`}
          className="inline-grid min-h-[48px] place-items-center font-semibold underline"
        >
          {t("shift.unsigned", { count: row.unsigned })}
        </Link>
      )}
    </div>
  );
}
