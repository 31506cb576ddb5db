"use client";
import { usePathname } from "next/navigation";
import { useEffect } from "react";
import { wearChoice } from "@/device/display-choice";
import { anyWalkOpen } from "@/device/open-walks";
import { prepare } from "@/device/prepared";
import { present } from "@/device/present";
import { keepForGood } from "@/device/room";
import type { TakeOver } from "@/device/service-worker";
import { prepareSurveys } from "@/device/surveys";

const lookMs = 4000;
const settledMs = 4000;

/** Lets a new version that waits take over, unless a walk is open: that keeps the version it was opened with. */
async function takeOver(): Promise<void> {
  const waiting = (await navigator.serviceWorker.getRegistration())?.waiting;
  if (waiting == null || (await anyWalkOpen())) return;
  waiting.postMessage({ type: "take over" } satisfies TakeOver);
}

/** Keeps the app on the device and notes that somebody is at it; a new version takes over where no walk is open. */
export function KeptApp() {
  const path = usePathname();
  // biome-ignore lint/correctness/useExhaustiveDependencies: each page opened looks for a new version
  useEffect(() => {
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
    void navigator.serviceWorker.register("/service-worker.js").catch(() => undefined);
  }, [path]);
  useEffect(() => {
    if (!("serviceWorker" in navigator)) return;
    const beat = setInterval(() => void takeOver(), lookMs);
    return () => clearInterval(beat);
  }, []);
  // What can be begun without a signal is read where there is one, once the page stands.
  // biome-ignore lint/correctness/useExhaustiveDependencies: each page opened looks whether it is due
  useEffect(() => {
    const ready = () => prepare().then(() => prepareSurveys());
    const timer = setTimeout(() => void ready().catch(() => undefined), settledMs);
    return () => clearTimeout(timer);
  }, [path]);
  useEffect(() => void keepForGood(), []);
  useEffect(wearChoice, []);
  useEffect(() => {
    const used = () => void present();
    for (const event of ["pointerdown", "keydown"]) window.addEventListener(event, used);
    return () => {
      for (const event of ["pointerdown", "keydown"]) window.removeEventListener(event, used);
    };
  }, []);
  return null;
}
