"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useEffect, useSyncExternalStore } from "react";
import { live } from "@/device/live";
import { clock } from "../states";

const notKnown = { linked: undefined };
const settleMs = 150;
const atMostMs = 60_000;

/**
 * Keeps a page as the ledgers stand: read again when a unit's moves, when one comes back to the page, and once a
 * minute, since a clearance ends by the clock too. Without a link it says as of when it speaks.
 */
export function LiveLink({ nowMs, zone }: { nowMs: number; zone: string }) {
  const t = useTranslations();
  const router = useRouter();
  const state = useSyncExternalStore(
    (heard) => live().subscribe(heard),
    () => live().snapshot(),
    () => notKnown,
  );
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const again = () => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        // Without a link a refresh would leave the page for the browser's own error: what is here stands, as of then.
        if (navigator.onLine && live().snapshot().linked === true) router.refresh();
      }, settleMs);
    };
    const back = (event: PageTransitionEvent) => {
      if (event.persisted) again();
    };
    const deaf = live().hear(again);
    const beat = setInterval(() => document.visibilityState === "visible" && again(), atMostMs);
    window.addEventListener("pageshow", back);
    window.addEventListener("popstate", again);
    return () => {
      clearTimeout(timer);
      clearInterval(beat);
      deaf();
      window.removeEventListener("pageshow", back);
      window.removeEventListener("popstate", again);
    };
  }, [router]);
  if (state.linked !== false) return null;
  return (
    <span role="status" className="border-[1.5px] border-ink px-2 font-bold">
      {t("nav.asOf", { time: clock(nowMs, zone) })}
    </span>
  );
}
