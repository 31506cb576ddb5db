import { useEffect, useRef, useState } from "react";

/** The time by the server's clock, as the page was read by it; told anew each half minute. */
export function useServerTime(readMs: number) {
  const began = useRef(0);
  const [nowMs, setNowMs] = useState(readMs);
  useEffect(() => {
    began.current = performance.now();
    const tick = setInterval(() => setNowMs(readMs + performance.now() - began.current), 30_000);
    return () => clearInterval(tick);
  }, [readMs]);
  const now = () => new Date(Math.round(readMs + performance.now() - began.current)).toISOString();
  return { nowMs, now };
}
