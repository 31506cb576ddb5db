import { useTranslations } from "next-intl";
import { useState } from "react";
import { figuresFromCsv } from "@/core/sheet/figures-csv";
import { booms } from "@/core/vocabulary/families";
import { type FigureId, figures, figuresOf } from "@/core/vocabulary/figures";
import { fromStored, imperialOf, toStored, unitsFor } from "@/core/vocabulary/units";
import { SelectField, TextField } from "@/kit/field";
import { Mark } from "@/kit/mark";
import { FileButton } from "../file-button";
import { withEntry, withoutFigure } from "./draft";
import { Errors, type SheetError } from "./errors";
import { OutlineFields } from "./outline-fields";
import type { StepProps } from "./step";

/** Figures with their unit and the manual's page. What is left out is said at once, with the check it leaves blind. */
export function FiguresStep({
  sheet,
  readOnly,
  measures,
  onChange,
}: StepProps & { measures: "metric" | "imperial" }) {
  const t = useTranslations();
  const [errors, setErrors] = useState<readonly SheetError[]>([]);
  const blind = new Set(withoutFigure(sheet).map((w) => w.figure));
  const take = async (file: File | undefined) => {
    if (file === undefined) return;
    const read = figuresFromCsv(await file.text(), sheet.family);
    if (read.ok) {
      setErrors([]);
      onChange({ ...sheet, figures: { ...sheet.figures, ...read.figures } });
    } else setErrors(read.errors.map((e) => ({ path: `${file.name}:${e.line}`, message: e.message })));
  };
  return (
    <div>
      <p className="pb-2">
        {blind.size > 0 ? t("sheets.ungradable", { count: blind.size }) : t("sheets.allGrade")}
      </p>
      {readOnly ? null : (
        <FileButton words={t("sheets.csv")} accept="text/csv,.csv" onPick={(file) => void take(file)} />
      )}
      <Errors errors={errors} />
      <ul className="mt-3 grid gap-x-8 2xl:grid-cols-2">
        {figuresOf(sheet.family).map((id) => (
          <FigureRow
            key={id}
            id={id}
            sheet={sheet}
            readOnly={readOnly}
            blind={blind.has(id)}
            imperial={measures === "imperial"}
            onChange={onChange}
          />
        ))}
      </ul>
      {(booms as readonly string[]).includes(sheet.family) ? (
        <OutlineFields sheet={sheet} readOnly={readOnly} onChange={onChange} />
      ) : null}
    </div>
  );
}

function FigureRow({
  id,
  sheet,
  readOnly,
  blind,
  imperial,
  onChange,
}: StepProps & { id: FigureId; blind: boolean; imperial: boolean }) {
  const t = useTranslations();
  const stored = figures[id];
  const figure = sheet.figures[id];
  const [unit, setUnit] = useState(imperial ? imperialOf(stored) : stored);
  const [typed, setTyped] = useState<string>();
  const shown = typed ?? (figure === undefined ? "" : `${fromStored(figure.value, unit)}`);
  const enter = (text: string, inUnit: string) => {
    setTyped(text);
    const value = text.trim() === "" ? undefined : toStored(Number(text.replace(",", ".")), inUnit, stored);
    if (value === undefined) onChange(withEntry(sheet, "figures", id, undefined));
    else if (Number.isFinite(value))
      onChange(withEntry(sheet, "figures", id, { value, page: figure?.page ?? "?" }));
  };
  const words = t(`figure.${id}`);
  const units = unitsFor(stored);
  return (
    <li className="flex items-center gap-2 border-b border-line py-1">
      <span className="min-w-0 flex-1 leading-tight">
        <b>{words}</b>
        {blind ? (
          <span className="block text-[16px]">
            <Mark kind="not_fitted">{t("sheets.none")}</Mark>
          </span>
        ) : null}
      </span>
      <TextField
        inputMode="decimal"
        className="max-w-[96px] text-right"
        aria-label={`${words}: ${t("sheets.value")}`}
        value={shown}
        disabled={readOnly}
        onBlur={() => setTyped(undefined)}
        onChange={(event) => enter(event.target.value, unit)}
      />
      {units.length === 1 ? (
        <span className="w-[84px] text-ink2">{stored}</span>
      ) : (
        <SelectField
          className="max-w-[84px]"
          aria-label={`${words}: ${t("sheets.unit")}`}
          value={unit}
          onChange={(event) => setUnit(event.target.value)}
        >
          {units.map((u) => (
            <option key={u} value={u}>
              {u}
            </option>
          ))}
        </SelectField>
      )}
      <TextField
        className="max-w-[72px]"
        aria-label={`${words}: ${t("sheets.page")}`}
        placeholder={t("sheets.page")}
        value={figure?.page ?? ""}
        disabled={readOnly || figure === undefined}
        onChange={(event) =>
          figure === undefined
            ? undefined
            : onChange(withEntry(sheet, "figures", id, { ...figure, page: event.target.value }))
        }
      />
    </li>
  );
}
