"use client";
import { useTranslations } from "next-intl";
import { ScanCode } from "../scan-code";

/** Finds a unit by what one sees of its plate, or by the code on it. */
export function UnitSearch<Unit extends { readonly plate: string; readonly serial: string }>({
  units,
  typed,
  onType,
  onScan,
}: {
  units: readonly Unit[];
  typed: string;
  onType: (typed: string) => void;
  onScan: (unit: Unit) => void;
}) {
  const t = useTranslations();
  return (
    <div className="flex flex-wrap items-center gap-3">
      <label className="flex items-center gap-3">
        <span className="font-semibold sm:shrink-0">{t("units.find")}</span>
        <input
          type="search"
          value={typed}
          onChange={(event) => onType(event.target.value)}
          placeholder={t("units.findHow")}
          autoComplete="off"
          className="min-h-[48px] w-full max-w-60 border-2 border-ink bg-chalk px-3 placeholder:text-ink3"
        />
      </label>
      <ScanCode units={units} onFound={onScan} />
    </div>
  );
}
