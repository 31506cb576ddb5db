import { useTranslations } from "next-intl";
import { useState } from "react";
import { outlineFrom, outlineText } from "@/core/sheet/outline-text";
import type { Sheet } from "@/core/sheet/sheet";
import { loadRanges } from "@/core/survey/load-range";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import type { StepProps } from "./step";

type Range = (typeof loadRanges)[number];
type Outline = NonNullable<NonNullable<Sheet["outlines"]>[Range]>;

/** The range-of-motion diagrams of a boom, typed point by point and drawn as they are typed: what a survey reaches by. */
export function OutlineFields({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  const ranges = loadRanges.filter(
    (range) => range === "usual" || sheet.figures.rated_load_heavy !== undefined,
  );
  const set = (range: Range, outline: Outline | undefined) => {
    const { [range]: _, ...others } = sheet.outlines ?? {};
    const outlines = { ...others, ...(outline === undefined ? {} : { [range]: outline }) };
    const { outlines: __, ...rest } = sheet;
    onChange(Object.keys(outlines).length === 0 ? rest : { ...rest, outlines });
  };
  return (
    <section className="mt-6">
      <h2 className="text-[20px] font-bold">{t("sheets.outlines")}</h2>
      <p className="text-ink2">{t("sheets.outlinesHelp")}</p>
      <div className={`mt-3 grid gap-6 ${ranges.length > 1 ? "xl:grid-cols-2" : ""}`}>
        {ranges.map((range) => (
          <OutlineField
            key={range}
            words={t(`outline.${range}`)}
            outline={sheet.outlines?.[range]}
            readOnly={readOnly}
            set={(outline) => set(range, outline)}
          />
        ))}
      </div>
    </section>
  );
}

function OutlineField({
  words,
  outline,
  readOnly,
  set,
}: {
  words: string;
  outline: Outline | undefined;
  readOnly: boolean;
  set: (outline: Outline | undefined) => void;
}) {
  const t = useTranslations("sheets");
  const [typed, setTyped] = useState(outlineText(outline?.points ?? []));
  const [problem, setProblem] = useState("");
  const take = (text: string) => {
    setTyped(text);
    const read = outlineFrom(text);
    setProblem(read.ok ? "" : t("outlineWrong", { line: read.line, got: read.got }));
    if (read.ok)
      set(read.points.length === 0 ? undefined : { points: [...read.points], page: outline?.page ?? "?" });
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-4">
      <div className="grid content-start gap-3">
        <Field words={words} hint={t("outlinePoints")}>
          <textarea
            className="min-h-[220px] w-full border-2 border-ink bg-chalk px-2.5 py-1.5"
            value={typed}
            disabled={readOnly}
            onChange={({ target }) => take(target.value)}
          />
        </Field>
        <Field words={t("page")}>
          <TextField
            value={outline?.page ?? ""}
            maxLength={80}
            disabled={readOnly || outline === undefined}
            onChange={({ target }) =>
              outline === undefined ? undefined : set({ ...outline, page: target.value })
            }
          />
        </Field>
        <Problem>{problem}</Problem>
      </div>
      <Drawn points={outline?.points ?? []} label={words} />
    </div>
  );
}

const size = 300;

/** A diagram on the ground line, to scale. */
function Drawn({ points, label }: { points: Outline["points"]; label: string }) {
  const most = Math.max(
    4,
    ...points.map(({ outM }) => outM + 1),
    ...points.map(({ heightM }) => heightM + 1),
  );
  const left = Math.min(0, ...points.map(({ outM }) => outM)) - 0.5;
  const low = Math.min(0, ...points.map(({ heightM }) => heightM)) - 0.3;
  const perM = size / (most - Math.min(left, low));
  const px = (x: number, y: number) =>
    `${((x - left) * perM).toFixed(1)} ${(size - (y - low) * perM).toFixed(1)}`;
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      className="h-auto w-full border border-line"
      role="img"
      aria-label={label}
    >
      <path d={`M${px(left, 0)}L${px(most, 0)}`} stroke="var(--ink)" strokeWidth="3" />
      {points.length < 2 ? null : (
        <path
          d={`${points.map(({ outM, heightM }, i) => `${i === 0 ? "M" : "L"}${px(outM, heightM)}`).join("")}Z`}
          fill="var(--chalk-2)"
          stroke="var(--ink)"
          strokeWidth="2.5"
          strokeDasharray="2 6"
        />
      )}
    </svg>
  );
}
