"use client";
import { usePathname } from "next/navigation";
import { useEffect } from "react";
import { anyWalkOpen } from "@/device/open-walks";
import { present } from "@/device/present";
import type { TakeOver } from "@/device/service-worker";

/** Keeps the app on the device and notes that somebody is at it; a new version takes over where no walk is open. */
export function KeptApp() {
  const path = usePathname();
  // biome-ignore lint/correctness/useExhaustiveDependencies: each page opened looks for a new version
  useEffect(() => {
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
    // A walk that is open keeps the version it was opened with.
    const takeOver = async (worker: ServiceWorker | null) => {
      if (worker !== null && !(await anyWalkOpen()))
        worker.postMessage({ type: "take over" } satisfies TakeOver);
    };
    void navigator.serviceWorker
      .register("/service-worker.js")
      .then((kept) => {
        void takeOver(kept.waiting);
        kept.addEventListener("updatefound", () => {
          const coming = kept.installing;
          coming?.addEventListener("statechange", () => {
            if (coming.state === "installed") void takeOver(kept.waiting);
          });
        });
      })
      .catch(() => undefined);
  }, [path]);
  useEffect(() => {
    const used = () => void present();
    for (const event of ["pointerdown", "keydown"]) window.addEventListener(event, used);
    return () => {
      for (const event of ["pointerdown", "keydown"]) window.removeEventListener(event, used);
    };
  }, []);
  return null;
}
