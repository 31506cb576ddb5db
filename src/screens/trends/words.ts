import type { FillUps } from "@/contract/trends";
import { type Followed, isSure } from "@/core/trend/follow";
import { withMark } from "@/kit/figures";
import { shown, type T, titleOfKey } from "../inspect/words";
import { day } from "../states";

interface Shown {
  readonly t: T;
  readonly zone: string;
  readonly measures: "metric" | "imperial";
}

/** What has changed of a reading: since when, from what to what, and how sure that is. Empty where nothing has. */
export function changeWords({ t, zone, measures }: Shown, { change, unit, sense }: Followed): string {
  if (change === undefined) return "";
  const { firstMs, likelyMs, lastMs } = change.since;
  // Nobody's watch is finer than a second.
  const figure = (value: number) => shown(t, unit === "s" ? Math.round(value) : value, unit, measures);
  return [
    t(`trends.${sense === "either" ? "either." : ""}${change.shape}.${isSure(change) ? "sure" : "likely"}`, {
      since: day(likelyMs, zone),
      before: figure(change.before),
      now: figure(change.now),
    }),
    day(firstMs, zone) === day(lastMs, zone)
      ? ""
      : t("trends.between", { first: day(firstMs, zone), last: day(lastMs, zone) }),
  ]
    .filter((words) => words !== "")
    .join(" ");
}

/** When it meets its limit, as it goes on; or that it has. Empty without a limit, or where it stays where it is. */
export function limitAhead({ t, zone, measures }: Shown, one: Followed): string {
  const { change, limit, limitMet, meetsMs, unit } = one;
  if (change === undefined || limit === undefined) return "";
  const at = { limit: shown(t, limit, unit, measures) };
  if (limitMet) return t("trends.atLimit", at);
  return meetsMs === undefined ? "" : t("trends.meets", { ...at, day: day(meetsMs, zone) });
}

/** That something is filled up more often. */
export function fillUpWords({ t, zone }: Pick<Shown, "t" | "zone">, { upkeep, more }: FillUps): string {
  return t(`trends.fillUp.${isSure(more) ? "sure" : "likely"}`, {
    what: t(`upkeep.${upkeep}`),
    times: more.after.times,
    walks: more.after.walks,
    since: day(more.since.likelyMs, zone),
    beforeTimes: more.before.times,
    beforeWalks: more.before.walks,
  });
}

export const followedTitle = (t: T, { check, sense }: Followed): string =>
  sense === "either" ? t("trends.timeDown", { check: titleOfKey(t, check) }) : titleOfKey(t, check);

/** How long something stood: in days, in hours where that is less than two. */
export function stoodWords(t: T, days: number): string {
  const figure = (value: number, places: number) =>
    withMark(Number(value.toFixed(places)), t("inspect.decimal"));
  return days < 2
    ? t("trends.hoursLong", { hours: figure(days * 24, days < 0.2 ? 1 : 0) })
    : t("trends.days", { days: figure(days, 1) });
}
