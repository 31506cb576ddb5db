import type { ShiftRow } from "@/contract/shift";
import { isBarred } from "../states";

const squares = 8;

/** One inspection laid on the clock: squares up to when it will be over, inked as far as it is done. */
export function WalkStrip({
  row,
  percent,
  nowMs,
  startMs,
}: {
  row: ShiftRow;
  /** Where on the clock a moment lies, 0 to 100. */
  percent: (ms: number) => number;
  nowMs: number;
  startMs: number;
}) {
  const { standing, walking, slot } = row;
  const done = walking === undefined ? 0 : Math.round((walking.done / row.checks) * squares);
  const from = walking?.startedMs ?? slot?.startMs ?? nowMs;
  const to = slot?.endMs ?? nowMs;
  const walkedFrom = percent((standing.signedAtMs ?? 0) - row.minutes * 60_000);
  return (
    <>
      <span
        className="absolute inset-y-0 border-l-[4px] border-ink"
        style={{ left: `${percent(startMs)}%` }}
      />
      <span
        className="absolute inset-y-0 border-l-[3px] border-dotted border-ink2"
        style={{ left: `${percent(nowMs)}%` }}
      />
      {isBarred(standing.state) ? (
        <span className="hatched absolute inset-x-0 top-1/2 h-7 -translate-y-1/2" />
      ) : slot === undefined && standing.usable && standing.signedAtMs !== undefined ? (
        <span
          className="absolute top-1/2 h-2.5 -translate-y-1/2 bg-ink"
          style={{
            left: `${walkedFrom}%`,
            width: `${Math.max(1, percent(standing.signedAtMs) - walkedFrom)}%`,
          }}
        />
      ) : slot === undefined ? null : (
        <>
          <span
            className="absolute top-[26px] flex -translate-y-1/2 gap-[2px]"
            style={{ left: `${percent(from)}%`, width: `${Math.max(6, percent(to) - percent(from))}%` }}
          >
            {Array.from({ length: squares }, (_, place) => place).map((i) => (
              <span
                key={i}
                className={`aspect-square max-h-4 max-w-4 min-w-0 flex-1 border-2 ${i < done ? "border-ink bg-ink" : i === done && walking !== undefined ? "border-brass bg-brass" : slot.late ? "border-tag" : "border-ink bg-chalk"}`}
              />
            ))}
          </span>
          <span
            className="absolute top-[38px] bg-chalk pr-1 leading-tight whitespace-nowrap text-ink2"
            style={percent(from) > 60 ? { right: 0 } : { left: `${percent(from)}%` }}
          >
            {slot.person}
          </span>
        </>
      )}
    </>
  );
}
