import type { FigureId } from "../vocabulary/figures";

/** What is done when a time is over: go on, let go by then, or too late. */
export type Timed = "wait" | "longest" | "window";

/** The times of a sheet that a test is made by, and what each is. */
export const timedFigures = {
  self_check: "wait",
  enable_time_out: "wait",
  tilt_delay: "wait",
  glow_time: "wait",
  warm_up_time: "wait",
  idle_down: "wait",
  drift_time: "wait",
  crank_rest: "wait",
  auxiliary_rest: "wait",
  crank_limit: "longest",
  auxiliary_longest_run: "longest",
  direction_window: "window",
  reach_self_test_time: "window",
} as const satisfies Partial<Record<FigureId, Timed>>;

export type TimedFigure = keyof typeof timedFigures;
export const isTimed = (id: FigureId): id is TimedFigure => id in timedFigures;

/** The times an engine is started by, in their order. */
export const startTimes = [
  "glow_time",
  "crank_limit",
  "crank_rest",
  "warm_up_time",
] as const satisfies readonly TimedFigure[];

/** The device's two clocks: one that people set, and one that only runs on while its page is open. Milliseconds. */
export interface Clocks {
  readonly wallMs: number;
  readonly pageMs: number;
}

/** A timer as it was last looked at. */
export interface Running extends Clocks {
  readonly elapsedMs: number;
  /** The time ran out while nobody was shown it, or a clock was set meanwhile: nothing can be said of it. */
  readonly missed: boolean;
}

export const started = (clocks: Clocks): Running => ({ ...clocks, elapsedMs: 0, missed: false });

/** Looked at seldomer than this, the page was not watching: it was hidden, the device slept, or it was opened anew. */
const watchedMs = 2_000;

/**
 * A timer looked at again. As long as the page watches it goes by the clock nobody can set. Over a gap (`same_page`) or a
 * reload (`opened_anew`) it goes by the clock on the wall; set back meanwhile, or with the time run out in the gap, it is
 * missed and the test is asked again.
 */
export function lookedAt(
  timer: Running,
  clocks: Clocks,
  forMs: number,
  page: "same_page" | "opened_anew",
): Running {
  const wall = clocks.wallMs - timer.wallMs;
  const onPage = page === "same_page" ? clocks.pageMs - timer.pageMs : Number.POSITIVE_INFINITY;
  if (onPage <= watchedMs) return { ...timer, ...clocks, elapsedMs: timer.elapsedMs + Math.max(onPage, 0) };
  const gap = Math.max(wall, page === "same_page" ? onPage : 0, 0);
  const elapsedMs = timer.elapsedMs + gap;
  const ranOutUnseen = timer.elapsedMs < forMs && elapsedMs >= forMs && gap > watchedMs;
  return { ...clocks, elapsedMs, missed: timer.missed || wall < 0 || ranOutUnseen };
}

/** Milliseconds left; 0 when it is over. */
export const leftMs = ({ elapsedMs }: Pick<Running, "elapsedMs">, forMs: number): number =>
  Math.max(0, forMs - elapsedMs);
