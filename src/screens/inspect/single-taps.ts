import { type MouseEvent, useCallback, useRef } from "react";

const withinMs = 400;
const withinPx = 30;

/**
 * A click handler for the capture phase: a second tap at the same spot at once does nothing. Gloves bump. Whoever
 * has scrolled in between means what now stands there.
 */
export function useSingleTaps(): (event: MouseEvent) => void {
  const last = useRef({ atMs: Number.NEGATIVE_INFINITY, x: 0, y: 0, scrolled: 0 });
  return useCallback((event: MouseEvent) => {
    // A click made by key or by script has no spot.
    if (event.detail === 0) return;
    const { atMs, x, y, scrolled: was } = last.current;
    const scrolled = scrolledTo(event.target);
    const sameSpot = Math.hypot(event.clientX - x, event.clientY - y) < withinPx;
    if (sameSpot && scrolled === was && event.timeStamp - atMs < withinMs) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    last.current = { atMs: event.timeStamp, x: event.clientX, y: event.clientY, scrolled };
  }, []);
}

/** How far everything round a target is scrolled. */
function scrolledTo(target: EventTarget): number {
  let sum = 0;
  for (let at = target instanceof Element ? target : null; at !== null; at = at.parentElement)
    sum += at.scrollTop;
  return sum;
}
