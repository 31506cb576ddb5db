import { useTranslations } from "next-intl";
import type { ClockShown } from "@/contract/clocks";
import { Mark, type MarkKind } from "@/kit/mark";
import { day } from "../states";

/** The square of how near a job is. */
export const dueMark: Readonly<Record<ClockShown["state"], MarkKind>> = {
  overdue: "tag_out",
  due_soon: "repair_by",
  not_yet: "open",
};

/** Hours as a meter shows them. */
export const hoursShown = (hours: number): string => `${Math.round(hours * 10) / 10}`;

/** How near a job is, and by what. */
export function DueMark({ state }: Pick<ClockShown, "state">) {
  const t = useTranslations();
  return <Mark kind={dueMark[state]}>{t(`clocks.state.${state}`)}</Mark>;
}

/** When a job falls due, in words: its date, its hours, and when these will likely have run. */
export function DueWords({ clock, zone }: { clock: ClockShown; zone: string }) {
  const t = useTranslations();
  const { dueMs, dueHours, met, state, slot } = clock;
  const words = [
    dueMs === undefined ? undefined : t("clocks.byDate", { day: day(dueMs, zone) }),
    dueHours === undefined ? undefined : t("clocks.byHours", { hours: hoursShown(dueHours) }),
    met === undefined || state === "overdue"
      ? undefined
      : met.latestMs === undefined
        ? t("clocks.likelyOpen", { day: day(met.likelyMs, zone), from: day(met.earliestMs, zone) })
        : t("clocks.likely", {
            ...{ day: day(met.likelyMs, zone), from: day(met.earliestMs, zone) },
            to: day(met.latestMs, zone),
          }),
  ].filter((one) => one !== undefined);
  return (
    <>
      {words.join(" ")}
      {slot === undefined ? null : (
        <b className="block">
          {[
            t("clocks.planned", { day: day(slot.onMs, "UTC") }),
            ...(slot.who === "" ? [] : [slot.who]),
            ...(slot.minutes === null ? [] : [t("clocks.minutes", { minutes: slot.minutes })]),
          ].join(", ")}
        </b>
      )}
    </>
  );
}
