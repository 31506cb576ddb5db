import { useTranslations } from "next-intl";
import { useRef, useState } from "react";
import { type PositionId, positionsOf } from "@/core/vocabulary/positions";
import { extent } from "@/kit/board/layout";
import { MachinePlan } from "@/kit/board/machine-plan";
import { TextField } from "@/kit/field";
import { withEntry } from "./draft";
import type { StepProps } from "./step";

const roomM = 0.6;
const snap = (m: number) => Math.round(m * 20) / 20;

/** Where a person stands for each part, set by touching the plan; every place becomes a stop of the walk. */
export function PlacesStep({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  const places = positionsOf(sheet.family);
  const [chosen, setChosen] = useState<PositionId>(
    places.find((id) => sheet.positions[id] === undefined) ?? places[0] ?? "chassis_rear",
  );
  const plan = useRef<SVGSVGElement>(null);
  const box = extent(sheet);
  const wide = box.maxX - box.minX + 2 * roomM;
  const deep = 2 * box.halfY + 2 * roomM;
  const put = (id: PositionId, xM: number, yM: number) =>
    onChange(withEntry(sheet, "positions", id, { xM: snap(xM), yM: snap(yM) }));
  const touch = (event: React.MouseEvent) => {
    const matrix = plan.current?.getScreenCTM();
    if (readOnly || matrix === null || matrix === undefined) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    put(chosen, at.x, -at.y);
    const next = places.find((id) => id !== chosen && sheet.positions[id] === undefined);
    if (next !== undefined && sheet.positions[chosen] === undefined) setChosen(next);
  };
  const at = sheet.positions[chosen];
  return (
    <div>
      <p className="pb-2">{t("sheets.placeHow")}</p>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the fields below place a part by keyboard */}
      <svg
        ref={plan}
        viewBox={`${box.minX - roomM} ${-deep / 2} ${wide} ${deep}`}
        className="max-h-[380px] w-full cursor-crosshair border-2 border-line"
        role="img"
        aria-label={t("sheets.steps.places")}
        onClick={touch}
      >
        <g transform="scale(1 -1)">
          <MachinePlan sheet={sheet} />
        </g>
        {places.map((id) => {
          const p = sheet.positions[id];
          if (p === undefined) return null;
          const size = Math.max(0.12, wide / 36);
          const here = id === chosen;
          return (
            <g key={id}>
              <title>{t(`stop.${id}`)}</title>
              <rect
                x={p.xM - size / 2}
                y={-p.yM - size / 2}
                width={size}
                height={size}
                fill={here ? "var(--brass)" : "var(--ink)"}
                stroke={here ? "var(--ink)" : "var(--chalk)"}
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
              />
            </g>
          );
        })}
      </svg>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <b className="min-w-[180px] text-[19px]">{t(`stop.${chosen}`)}</b>
        {(["xM", "yM"] as const).map((axis) => (
          <label key={axis} className="grid gap-1">
            {t(axis === "xM" ? "sheets.forward" : "sheets.left")}
            <TextField
              type="number"
              step={0.05}
              className="max-w-[120px]"
              disabled={readOnly}
              value={at?.[axis] ?? ""}
              onChange={(event) => {
                const value = Number(event.target.value);
                if (event.target.value === "") onChange(withEntry(sheet, "positions", chosen, undefined));
                else if (Number.isFinite(value))
                  onChange(withEntry(sheet, "positions", chosen, { xM: 0, yM: 0, ...at, [axis]: value }));
              }}
            />
          </label>
        ))}
      </div>
      <ul className="mt-3 flex flex-wrap gap-2">
        {places.map((id) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={id === chosen}
              onClick={() => setChosen(id)}
              className={`min-h-[48px] border-2 px-3 ${id === chosen ? "border-ink bg-ink text-chalk" : sheet.positions[id] === undefined ? "border-dashed border-ink3" : "border-ink"}`}
            >
              {t(`stop.${id}`)}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
