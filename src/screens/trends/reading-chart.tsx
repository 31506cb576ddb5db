"use client";
import dynamic from "next/dynamic";

/** A chart of readings: drawn where there is a screen, its sentence stands beside it. */
export const ReadingChart = dynamic(() => import("./reading-lines"), {
  ssr: false,
  loading: () => <div className="h-[200px] w-full border border-line" />,
});
