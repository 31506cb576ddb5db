import { Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { fromStored } from "@/core/vocabulary/units";
import { clock } from "../states";
import type { Measures } from "../survey/figure";
import type { WindMinute } from "./by-minute";

/** The wind over the last hours in steps of a minute, the limit a bar across it; where the meter was silent there is a gap. */
export default function WindChart({
  minutes,
  limitMps,
  zone,
  measures,
  words,
}: {
  minutes: readonly WindMinute[];
  limitMps: number | undefined;
  zone: string;
  measures: Measures;
  words: { readonly label: string; readonly mean: string; readonly gust: string; readonly limit: string };
}) {
  const own = (mps: number) => (measures === "metric" ? mps : fromStored(mps, "mph"));
  const data = minutes.map(({ atMs, meanMps, gustMps }) => ({
    atMs,
    mean: meanMps === null ? null : own(meanMps),
    gust: gustMps === null ? null : own(gustMps),
  }));
  const most = Math.max(own(limitMps ?? 0), ...minutes.map(({ gustMps }) => own(gustMps ?? 0)), own(5));
  const top = Math.ceil((most * 1.1) / 5) * 5;
  const limit = limitMps === undefined ? undefined : own(limitMps);
  return (
    <div role="img" aria-label={words.label} className="h-[220px] w-full border border-line">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 220 }}>
        <LineChart
          data={data}
          margin={{ top: 12, right: 12, bottom: 0, left: -16 }}
          accessibilityLayer={false}
        >
          <XAxis
            dataKey="atMs"
            type="number"
            domain={["dataMin", "dataMax"]}
            tickFormatter={(ms: number) => clock(ms, zone)}
            ticks={halfHours(minutes)}
            stroke="var(--ink-2)"
            tick={{ fill: "var(--ink-2)", fontSize: 15 }}
          />
          <YAxis
            domain={[0, top]}
            ticks={Array.from({ length: top / 5 + 1 }, (_, i) => i * 5)}
            stroke="var(--ink-2)"
            tick={{ fill: "var(--ink-2)", fontSize: 15 }}
          />
          <Line
            dataKey="mean"
            name={words.mean}
            type="stepAfter"
            dot={false}
            stroke="var(--ink-3)"
            strokeWidth={2}
            strokeDasharray="2 3"
            isAnimationActive={false}
          />
          <Line
            dataKey="gust"
            name={words.gust}
            type="stepAfter"
            dot={false}
            stroke="var(--ink)"
            strokeWidth={2.5}
            isAnimationActive={false}
          />
          {limit === undefined ? null : (
            <ReferenceLine
              y={limit}
              stroke="var(--tag)"
              strokeWidth={4}
              label={{
                value: words.limit,
                position: "insideTopLeft",
                fill: "var(--tag)",
                fontSize: 15,
                fontWeight: 700,
              }}
            />
          )}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}

const halfHourMs = 1_800_000;

/** Every half hour of the clock: no zone is off by less than a quarter. */
function halfHours(minutes: readonly WindMinute[]): number[] {
  const first = Math.ceil((minutes[0]?.atMs ?? 0) / halfHourMs) * halfHourMs;
  const last = minutes.at(-1)?.atMs ?? 0;
  return Array.from(
    { length: Math.max(0, Math.floor((last - first) / halfHourMs) + 1) },
    (_, i) => first + i * halfHourMs,
  );
}
