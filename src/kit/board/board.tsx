import { useTranslations } from "next-intl";
import { useEffect, useRef } from "react";
import type { StopId } from "@/core/catalogue/types";
import { drawnM } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { withMark } from "../figures";
import { layoutBoard, rookPath } from "./layout";
import { MachinePlan } from "./machine-plan";

export type SquareState = "done" | "now" | "open" | "found" | "held";

export interface BoardStop {
  readonly stop: StopId;
  readonly state: SquareState;
  /** What the place is called, where not by its turn. */
  readonly number?: string;
}

const size = { width: 676, height: 590 };

/**
 * The board: the unit in plan, to scale, with the stops of the walk as squares round it and the route as a
 * rook's line from square to square. Touch a square to go there.
 */
export function Board({
  sheet,
  stops,
  now,
  route = "walked",
  onGo,
}: {
  sheet: Sheet;
  stops: readonly BoardStop[];
  now: number;
  /** Whether the way from square to square is drawn: places that are only touched have none. */
  route?: "walked" | "none";
  /** Where squares lead; left out the board only shows, small. */
  onGo?: (index: number) => void;
}) {
  const t = useTranslations();
  const layout = layoutBoard(sheet, oneSquareEach(stops), size.width, size.height);
  const squares = [...layout.ring, ...layout.row].sort((a, b) => a.n - b.n);
  const half = layout.scale / 2;
  const place = stops[now]?.stop;
  const at =
    place !== undefined && place in sheet.positions
      ? sheet.positions[place as keyof Sheet["positions"]]
      : undefined;
  const lengthM = drawnM(sheet, "length", 0);
  return (
    <div className="to-scale relative mx-auto aspect-[676/590] w-full max-w-[780px]">
      <svg
        viewBox={`0 0 ${size.width} ${size.height}`}
        className="absolute inset-0 h-full w-full"
        aria-hidden="true"
      >
        <defs>
          <pattern
            id="half-metre"
            width={half}
            height={half}
            patternUnits="userSpaceOnUse"
            x={layout.centre.x % half}
            y={layout.centre.y % half}
          >
            <path d={`M${half} 0H0V${half}`} fill="none" stroke="var(--line)" />
          </pattern>
        </defs>
        <rect width={size.width} height={size.height} fill="url(#half-metre)" />
        {squares.slice(1).map((to, i) => {
          const from = squares[i];
          if (from === undefined || route === "none") return null;
          const inked = to.n - 1 <= now;
          return (
            <path
              key={to.n}
              d={rookPath(from, to, layout)}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={inked ? 5 : 2.5}
              strokeDasharray={inked ? undefined : "2 8"}
            />
          );
        })}
        <g
          transform={`translate(${layout.centre.x} ${layout.centre.y}) scale(${layout.scale} ${-layout.scale})`}
        >
          <MachinePlan sheet={sheet} />
          {at === undefined ? null : (
            <rect
              x={at.xM - 15 / layout.scale}
              y={at.yM - 11 / layout.scale}
              width={30 / layout.scale}
              height={22 / layout.scale}
              fill="var(--brass)"
              stroke="var(--ink)"
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          )}
        </g>
        <g fontSize="17" fill="var(--ink-2)">
          <text x="14" y="26">
            {t("inspect.square")}
            {lengthM > 0 ? ` · ${withMark(lengthM, t("inspect.decimal"))} m` : ""}
          </text>
          <text x={size.width - 50} y="26" textAnchor="end">
            {t("inspect.front")}
          </text>
          <path
            d={`M${size.width - 42} 20h24m-8-7l8 7-8 7`}
            stroke="var(--ink-2)"
            strokeWidth="2.5"
            fill="none"
          />
        </g>
      </svg>
      {squares.map((s) => {
        const state = stops[s.n - 1]?.state ?? "open";
        const number = stops[s.n - 1]?.number ?? `${s.n}`;
        const label = `${number}. ${t(`stop.${s.stop}`)}`;
        const inRow = layout.row.some((r) => r.stop === s.stop);
        return (
          <div
            key={s.n}
            className="absolute -translate-x-1/2 -translate-y-1/2"
            style={{ left: `${(s.x / size.width) * 100}%`, top: `${(s.y / size.height) * 100}%` }}
          >
            {onGo === undefined ? (
              <span
                title={label}
                className="grid size-8 place-items-center border-2 border-ink bg-chalk text-[16px] font-bold"
              >
                {number}
              </span>
            ) : (
              <BoardSquareButton number={number} state={state} label={label} onGo={() => onGo(s.n - 1)} />
            )}
            {inRow && onGo !== undefined ? (
              <div className="absolute top-full left-1/2 mt-0.5 -translate-x-1/2 bg-chalk px-1 font-semibold whitespace-nowrap">
                {t(`stopShort.${s.stop}`)}
              </div>
            ) : null}
          </div>
        );
      })}
    </div>
  );
}

/**
 * A place come to more than once has one square: where the walk is now, else the first time it is still open, else
 * the last. Its other turns are left out of the picture.
 */
function oneSquareEach(stops: readonly BoardStop[]): readonly (StopId | undefined)[] {
  return stops.map(({ stop }, index) => {
    const turns = stops.flatMap((s, i) => (s.stop === stop ? [{ ...s, i }] : []));
    const shown =
      turns.find((turn) => turn.state === "now") ??
      turns.find((turn) => turn.state === "open") ??
      turns.at(-1);
    return shown?.i === index ? stop : undefined;
  });
}

const squareLooks: Readonly<Record<SquareState, string>> = {
  done: "size-12 bg-ink text-chalk border-ink",
  now: "size-14 bg-brass text-brassink border-brassink text-[26px]",
  open: "size-12 bg-chalk text-ink border-ink",
  found: "size-12 bg-ink text-chalk border-ink",
  held: "size-12 bg-chalk text-tag border-tag",
};

export function BoardSquareButton({
  number,
  state,
  label,
  onGo,
}: {
  number: string;
  state: SquareState;
  label: string;
  onGo: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onGo}
      aria-label={label}
      title={label}
      aria-current={state === "now" ? "step" : undefined}
      className={`relative grid shrink-0 place-items-center border-[2.5px] text-[20px] font-bold ${squareLooks[state]}`}
    >
      {number}
      {state === "found" ? (
        <span
          aria-hidden="true"
          className="absolute top-0 right-0 border-[8px] border-t-watch border-r-watch border-b-transparent border-l-transparent"
        />
      ) : null}
    </button>
  );
}

/** The board folded into a strip of squares: for a phone, and under the pose. The present square is kept in sight. */
export function Strip({ stops, onGo }: { stops: readonly BoardStop[]; onGo: (index: number) => void }) {
  const t = useTranslations();
  const strip = useRef<HTMLElement>(null);
  const now = stops.findIndex((s) => s.state === "now");
  useEffect(() => {
    const list = strip.current;
    const square = list?.children[now];
    if (list instanceof HTMLElement && square instanceof HTMLElement) {
      list.scrollLeft = square.offsetLeft - list.offsetLeft - list.clientWidth / 2 + square.clientWidth / 2;
    }
  }, [now]);
  return (
    <nav
      ref={strip}
      aria-label={t("inspect.board")}
      className="flex items-center gap-1.5 overflow-x-auto p-2 md:flex-wrap"
    >
      {stops
        .map((s, i) => ({ ...s, n: i + 1, number: s.number ?? `${i + 1}` }))
        .map((s) => (
          <BoardSquareButton
            key={s.n}
            number={s.number}
            state={s.state}
            label={`${s.number}. ${t(`stop.${s.stop}`)}`}
            onGo={() => onGo(s.n - 1)}
          />
        ))}
    </nav>
  );
}
