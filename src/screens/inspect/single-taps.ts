import { type MouseEvent, useCallback, useRef } from "react";

const withinMs = 400;
const withinPx = 30;

/**
 * A click handler for the capture phase: a second tap at the same spot at once does nothing. Gloves bump. Whoever
 * has scrolled in between means what now stands there.
 */
export function useSingleTaps(): (event: MouseEvent) => void {
  const last = useRef<Tap>({ atMs: Number.NEGATIVE_INFINITY, x: 0, y: 0, scrolled: 0, on: null });
  return useCallback((event: MouseEvent) => {
    // A click made by key or by script has no spot.
    if (event.detail === 0 || isOfLabel(event.target, last.current.on)) return;
    const { atMs, x, y, scrolled: was } = last.current;
    const scrolled = scrolledTo(event.target);
    const sameSpot = Math.hypot(event.clientX - x, event.clientY - y) < withinPx;
    if (sameSpot && scrolled === was && event.timeStamp - atMs < withinMs) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    last.current = { atMs: event.timeStamp, x: event.clientX, y: event.clientY, scrolled, on: event.target };
  }, []);
}

interface Tap {
  readonly atMs: number;
  readonly x: number;
  readonly y: number;
  readonly scrolled: number;
  readonly on: EventTarget | null;
}

/** Whether a click is the one a browser makes on a field for the tap on its label: one tap, two clicks. */
const isOfLabel = (target: EventTarget, tapped: EventTarget | null): boolean =>
  target instanceof HTMLInputElement &&
  tapped instanceof Node &&
  tapped !== target &&
  [...(target.labels ?? [])].some((label) => label.contains(tapped));

/** How far everything round a target is scrolled. */
function scrolledTo(target: EventTarget): number {
  let sum = 0;
  for (let at = target instanceof Element ? target : null; at !== null; at = at.parentElement)
    sum += at.scrollTop;
  return sum;
}
