import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { fromStored } from "@/core/vocabulary/units";
import type { Measures } from "./figure";

/** One bar of what is carried, people then things, on a scale that ends past the limit; the limit a thick stroke across it. */
export default function LoadBars({
  people,
  things,
  limit,
  measures,
  words,
}: {
  people: number;
  things: number;
  limit: number;
  measures: Measures;
  words: { readonly label: string; readonly people: string; readonly things: string };
}) {
  const own = (kg: number) => (measures === "metric" ? kg : fromStored(kg, "lb"));
  const top = Math.ceil((Math.max(own(limit), own(people + things)) * 1.15) / 50) * 50;
  return (
    <div role="img" aria-label={words.label} className="h-[92px] w-full">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: 92 }}>
        <BarChart
          layout="vertical"
          data={[{ name: "", people: own(people), things: own(things) }]}
          margin={{ top: 6, right: 12, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <XAxis
            type="number"
            domain={[0, top]}
            stroke="var(--ink-2)"
            tick={{ fill: "var(--ink-2)", fontSize: 15 }}
          />
          <YAxis type="category" dataKey="name" width={1} tick={false} axisLine={false} />
          <Bar
            dataKey="people"
            name={words.people}
            stackId="load"
            fill="var(--ink)"
            isAnimationActive={false}
          />
          <Bar
            dataKey="things"
            name={words.things}
            stackId="load"
            fill="var(--chalk-2)"
            stroke="var(--ink)"
            strokeWidth={2}
            isAnimationActive={false}
          />
          <ReferenceLine x={own(limit)} stroke="var(--tag)" strokeWidth={5} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
