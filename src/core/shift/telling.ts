import { localMs, momentOf, type Zone } from "../vocabulary/zone";

/** What is told by mail: the shift before it begins; at once, that a unit somebody waits for is tagged out. */
export const toldKinds = ["digest", "tag"] as const;
export type ToldKind = (typeof toldKinds)[number];

/** Minutes of the day, by the clocks of the site, between which nothing is sent; `until` before `from` goes over midnight. */
export interface QuietHours {
  readonly fromMin: number;
  readonly untilMin: number;
}

const dayMs = 86_400_000;
const minMs = 60_000;

/** When something made at a moment may be sent: at once, or when the quiet hours it falls into are over. */
export function mayBeSentMs(atMs: number, quiet: QuietHours | undefined, zone: Zone): number {
  if (quiet === undefined || quiet.fromMin === quiet.untilMin) return atMs;
  const local = localMs(atMs, zone);
  const midnight = Math.floor(local / dayMs) * dayMs;
  const minute = (local - midnight) / minMs;
  const { fromMin, untilMin } = quiet;
  const overMidnight = untilMin < fromMin;
  const isQuiet = overMidnight
    ? minute >= fromMin || minute < untilMin
    : minute >= fromMin && minute < untilMin;
  if (!isQuiet) return atMs;
  const end = midnight + untilMin * minMs;
  return momentOf(overMidnight && minute >= fromMin ? end + dayMs : end, zone);
}

/** So long before its start a shift is told. */
const digestBeforeMin = 60;

/** Whether a shift is to be told now: in the hour before it begins. */
export const isDigestDue = (nowMs: number, startMs: number): boolean =>
  nowMs >= startMs - digestBeforeMin * minMs && nowMs < startMs;

/** Minutes until what could not be sent is tried again: longer each time, never longer than an hour. */
export const triedAgainMin = (tries: number): number => Math.min(60, 2 ** Math.min(tries, 6));
/** After so many tries it is given up. */
export const mostTries = 12;
