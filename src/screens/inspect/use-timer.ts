import { useCallback, useEffect, useRef, useState } from "react";
import { type Clocks, leftMs, lookedAt, type Running, started } from "@/core/measure/timer";
import { beep, mayBeep } from "@/device/beep";
import { keptHere } from "@/device/kept-here";

const lookMs = 200;
const now = (): Clocks => ({ wallMs: Date.now(), pageMs: performance.now() });

export interface Timer {
  /** Milliseconds left; undefined before it is started. */
  readonly left: number | undefined;
  readonly missed: boolean;
  readonly start: () => void;
}

const timersOf = (walk: string): string => `timer ${walk} `;

/**
 * A timer of a walk, kept on the device through a reload; it sounds as it runs out. Starting one forgets those of other
 * walks.
 */
export function useTimer(walk: string, of: string, forMs: number): Timer {
  const name = timersOf(walk) + of;
  const [timer, setTimer] = useState<Running>();
  const latest = useRef<Running>(undefined);
  const put = useCallback(
    (next: Running) => {
      latest.current = next;
      setTimer(next);
      keptHere.keep(name, next);
    },
    [name],
  );
  useEffect(() => {
    const before = kept(name);
    if (before !== undefined) put(lookedAt(before, now(), forMs, "opened_anew"));
  }, [name, forMs, put]);
  const runs = timer !== undefined && !timer.missed && leftMs(timer, forMs) > 0;
  useEffect(() => {
    if (!runs) return;
    const look = setInterval(() => {
      const last = latest.current;
      if (last === undefined) return;
      const next = lookedAt(last, now(), forMs, "same_page");
      if (!next.missed && leftMs(next, forMs) === 0) beep();
      put(next);
    }, lookMs);
    return () => clearInterval(look);
  }, [runs, forMs, put]);
  const start = useCallback(() => {
    mayBeep();
    keptHere.forgetAll("timer ", timersOf(walk));
    put(started(now()));
  }, [put, walk]);
  return {
    left: timer === undefined ? undefined : leftMs(timer, forMs),
    missed: timer?.missed ?? false,
    start,
  };
}

/** The timer as it was last looked at; undefined where none was started, or what is kept is none. */
function kept(name: string): Running | undefined {
  const { wallMs, pageMs, elapsedMs, missed } = (keptHere.read(name) ?? {}) as Partial<Running>;
  return typeof wallMs === "number" && typeof pageMs === "number" && typeof elapsedMs === "number"
    ? { wallMs, pageMs, elapsedMs, missed: missed === true }
    : undefined;
}
