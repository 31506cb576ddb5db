import { type RefObject, useEffect, useState } from "react";

/** The foot of the card covers what lies under it. */
const foot = "0px 0px -84px 0px";

/** Whether every row of the card shown has been in view, nearly whole. A browser that cannot tell counts as having seen. */
export function useSeen(panel: RefObject<HTMLElement | null>, card: string): boolean {
  const [seen, setSeen] = useState<string>();
  useEffect(() => {
    const rows = [...(panel.current?.querySelectorAll("[data-row]") ?? [])];
    if (typeof IntersectionObserver === "undefined" || rows.length === 0) {
      setSeen(card);
      return;
    }
    const left = new Set<Element>(rows);
    const observer = new IntersectionObserver(
      (entries) => {
        for (const { target, intersectionRatio } of entries)
          if (intersectionRatio >= 0.9) left.delete(target);
        if (left.size === 0) setSeen(card);
      },
      { threshold: [0.9, 1], rootMargin: foot },
    );
    for (const row of rows) observer.observe(row);
    return () => observer.disconnect();
  }, [panel, card]);
  return seen === card;
}
