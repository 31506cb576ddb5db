import { Bar, BarChart, CartesianGrid, ResponsiveContainer, XAxis, YAxis } from "recharts";
import type { MonthOfYard } from "@/contract/trends";

/** Shifts of each month: inked those that started with every unit ready, hatched those that did not. */
export default function MonthBars({ months, label }: { months: readonly MonthOfYard[]; label: string }) {
  const data = months.map(({ month, shifts, shiftsReady }) => ({
    month: month.slice(2),
    ready: shiftsReady,
    late: shifts - shiftsReady,
  }));
  return (
    <div role="img" aria-label={label} className="h-[220px] w-full border border-line">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 220 }}>
        <BarChart
          data={data}
          margin={{ top: 12, right: 12, bottom: 0, left: -16 }}
          accessibilityLayer={false}
        >
          <defs>
            <pattern
              id="late-shifts"
              width="8"
              height="8"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="8" height="8" fill="var(--chalk)" />
              <rect width="4" height="8" fill="var(--ink-3)" />
            </pattern>
          </defs>
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis dataKey="month" stroke="var(--ink-2)" tick={{ fill: "var(--ink-2)", fontSize: 15 }} />
          <YAxis allowDecimals={false} stroke="var(--ink-2)" tick={{ fill: "var(--ink-2)", fontSize: 15 }} />
          <Bar dataKey="ready" stackId="shifts" fill="var(--ink)" isAnimationActive={false} />
          <Bar
            dataKey="late"
            stackId="shifts"
            fill="url(#late-shifts)"
            stroke="var(--ink)"
            isAnimationActive={false}
          />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
