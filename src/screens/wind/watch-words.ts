import type { WindWatch } from "@/core/survey/wind-watch";
import type { MarkKind } from "@/kit/mark";
import { clock } from "../states";
import type { T } from "../survey/words";

/** The square of each way a wind stands to its limit. */
export const watchMark: Readonly<Record<WindWatch["state"], MarkKind>> = {
  silent: "skipped",
  over: "place",
  near: "watch",
  rising: "watch",
  under: "fine",
};

/** How a wind stands to its limit, in a few words. */
export const watchWords = (
  t: T,
  { state, inMin }: WindWatch,
  lastAt: string | undefined,
  zone: string,
): string =>
  state === "silent" && lastAt !== undefined
    ? t("wind.silentSince", { time: clock(Date.parse(lastAt), zone) })
    : state === "near" && inMin !== undefined
      ? t("wind.nearIn", { minutes: inMin })
      : t(`wind.${state}`, { minutes: inMin ?? 0 });
