"use client";
import dynamic from "next/dynamic";

export const MonthChart = dynamic(() => import("./month-bars"), {
  ssr: false,
  loading: () => <div className="h-[220px] w-full border border-line" />,
});
