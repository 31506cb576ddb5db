import { useCallback, useEffect, useRef, useState } from "react";
import { type Clocks, leftMs, lookedAt, type Running, started } from "@/core/measure/timer";
import { beep, mayBeep } from "@/device/beep";

const lookMs = 200;
const now = (): Clocks => ({ wallMs: Date.now(), pageMs: performance.now() });

export interface Timer {
  /** Milliseconds left; undefined before it is started. */
  readonly left: number | undefined;
  readonly missed: boolean;
  readonly start: () => void;
}

/** A timer kept under this name on the device, through a reload; it sounds as it runs out. */
export function useTimer(name: string, forMs: number): Timer {
  const [timer, setTimer] = useState<Running>();
  const latest = useRef<Running>(undefined);
  const put = useCallback(
    (next: Running) => {
      latest.current = next;
      setTimer(next);
      keep(name, next);
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
    put(started(now()));
  }, [put]);
  return {
    left: timer === undefined ? undefined : leftMs(timer, forMs),
    missed: timer?.missed ?? false,
    start,
  };
}

function keep(name: string, timer: Running): void {
  try {
    localStorage.setItem(name, JSON.stringify(timer));
  } catch {
    // A device without room keeps it for as long as the page is open.
  }
}

function kept(name: string): Running | undefined {
  try {
    const read = JSON.parse(localStorage.getItem(name) ?? "null") as Partial<Running> | null;
    const { wallMs, pageMs, elapsedMs, missed } = read ?? {};
    return typeof wallMs === "number" && typeof pageMs === "number" && typeof elapsedMs === "number"
      ? { wallMs, pageMs, elapsedMs, missed: missed === true }
      : undefined;
  } catch {
    return undefined;
  }
}
