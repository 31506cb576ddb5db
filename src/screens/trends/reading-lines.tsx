import { useRouter } from "next/navigation";
import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from "recharts";
import type { Followed } from "@/core/trend/follow";
import { fromStored } from "@/core/vocabulary/units";
import { localMs } from "@/core/vocabulary/zone";
import { typedUnit } from "../inspect/words";

/** A reading as a square, as the board draws what is done. Touched, it leads to its record. */
function Dot({ cx = 0, cy = 0 }: { cx?: number; cy?: number }) {
  return <rect x={cx - 3.5} y={cy - 3.5} width={7} height={7} fill="var(--ink)" />;
}

/** Readings of one check over the months, the limit a bar across them, shaded the days on which they may have begun to get worse. */
export default function ReadingLines({
  followed: { readings, limit, unit, change, repairedMs },
  zone,
  measures,
  label,
  limitWords,
}: {
  followed: Followed;
  zone: string;
  measures: "metric" | "imperial";
  label: string;
  limitWords: string;
}) {
  const router = useRouter();
  const own = (value: number) => fromStored(value, typedUnit(unit, measures));
  const data = readings.map(({ id, atMs, value }) => ({ id, atMs, value: own(value) }));
  const values = [...data.map(({ value }) => value), ...(limit === undefined ? [] : [own(limit)])];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const every = niceStep(Math.max(most - least, Math.abs(most) * 0.05, leastSpan) / 4);
  const bottom = Math.floor(least / every) * every;
  const steps = Math.ceil((most - bottom) / every + 0.3);
  const [from, to] = [data[0]?.atMs ?? 0, data.at(-1)?.atMs ?? 0];
  return (
    <div role="img" aria-label={label} className="h-[200px] w-full border border-line">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 200 }}>
        <ScatterChart margin={{ top: 10, right: 12, bottom: 0, left: -8 }} accessibilityLayer={false}>
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis
            dataKey="atMs"
            type="number"
            domain={[from, to]}
            ticks={months(from, to, zone)}
            tickFormatter={(ms: number) => new Date(localMs(ms, zone)).toISOString().slice(2, 7)}
            stroke="var(--ink-2)"
            tick={{ fill: "var(--ink-2)", fontSize: 15 }}
          />
          <YAxis
            dataKey="value"
            type="number"
            domain={[bottom, bottom + steps * every]}
            ticks={Array.from({ length: steps + 1 }, (_, i) => bottom + i * every)}
            tickFormatter={(value: number) => `${Number(value.toFixed(3))}`}
            stroke="var(--ink-2)"
            tick={{ fill: "var(--ink-2)", fontSize: 15 }}
          />
          {change === undefined ? null : (
            <ReferenceArea
              x1={change.since.firstMs}
              x2={Math.max(change.since.lastMs, change.since.firstMs + (to - from) / 120)}
              fill="var(--ink-3)"
              fillOpacity={0.25}
            />
          )}
          {change === undefined ? null : (
            <ReferenceLine
              segment={[
                { x: change.since.likelyMs, y: own(change.shape === "step" ? change.now : change.before) },
                { x: to, y: own(change.now) },
              ]}
              stroke="var(--ink)"
              strokeWidth={2.5}
            />
          )}
          {repairedMs === undefined || repairedMs < from ? null : (
            <ReferenceLine x={repairedMs} stroke="var(--ink-2)" strokeDasharray="4 3" strokeWidth={2} />
          )}
          {limit === undefined ? null : (
            <ReferenceLine
              y={own(limit)}
              stroke="var(--tag)"
              strokeWidth={4}
              label={{
                value: limitWords,
                position: "insideTopLeft",
                fill: "var(--tag)",
                fontSize: 15,
                fontWeight: 700,
              }}
            />
          )}
          <Scatter
            data={data}
            shape={<Dot />}
            isAnimationActive={false}
            onClick={(point: { payload?: { id?: string } }) => {
              if (point.payload?.id !== undefined) router.push(`/records/${point.payload.id}`);
            }}
            cursor="pointer"
          />
        </ScatterChart>
      </ResponsiveContainer>
    </div>
  );
}

/** Readings that are all nothing still have an axis. */
const leastSpan = 0.01;

/** A step of 1, 2 or 5 times a power of ten, no smaller than asked. */
function niceStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return (least <= power ? 1 : least <= 2 * power ? 2 : least <= 5 * power ? 5 : 10) * power;
}

/** Some six beginnings of months by the clocks of the site. */
function months(fromMs: number, toMs: number, zone: string): number[] {
  const first = new Date(localMs(fromMs, zone));
  const all: number[] = [];
  for (let i = 1; ; i++) {
    const at = Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + i, 1);
    if (at > toMs) break;
    all.push(at);
  }
  const every = Math.max(1, Math.ceil(all.length / 6));
  return all.filter((_, i) => i % every === 0);
}
