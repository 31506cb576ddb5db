import { useTranslations } from "next-intl";
import type { Sheet } from "@/core/sheet/sheet";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { ElevationFigure } from "@/kit/pose/elevation";
import { ImportSheet } from "./import-sheet";

export interface SheetRow {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly sheet: Sheet;
  readonly units: number;
  readonly waiting: number;
  readonly checks: number;
}

/** Every model of the yard by what it looks like: its elevation, from its own sheet. */
export function SheetsView({ sheets, mayEdit }: { sheets: readonly SheetRow[]; mayEdit: boolean }) {
  const t = useTranslations();
  return (
    <div className="p-4 md:p-5">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-[28px] leading-none font-bold">{t("sheets.title")}</h1>
          <p className="mt-2 max-w-[62ch] text-ink2">{t("sheets.lead")}</p>
        </div>
        {mayEdit ? (
          <div className="flex flex-wrap gap-3">
            <Link href="/sheets/new" className={buttonLook("small")}>
              {t("sheets.new")}
            </Link>
            <ImportSheet />
          </div>
        ) : null}
      </div>
      {sheets.length === 0 ? <p className="mt-8 text-[20px]">{t("sheets.empty")}</p> : null}
      <ul className="mt-5 grid gap-x-6 gap-y-5 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
        {sheets.map(({ id, name, version, sheet, units, waiting, checks }) => (
          <li key={id}>
            <Link href={`/sheets/${id}`} className="block border-2 border-line p-3 hover:border-ink">
              <ElevationFigure
                sheet={sheet}
                stance={{ posture: "raised", legs: "out" }}
                words={`${name}, ${t(`family.${sheet.family}`)}`}
              />
              <span className="mt-2 block text-[19px] leading-tight font-bold">{name}</span>
              <span className="block">{t(`family.${sheet.family}`)}</span>
              <span className="block text-ink2">
                {`${t("sheets.checks", { count: checks })}, ${t("sheets.units", { count: units })}, ${t("sheets.version", { version })}`}
              </span>
              {waiting > 0 ? (
                <span className="mt-1 block font-semibold">{t("sheets.waiting", { count: waiting })}</span>
              ) : null}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
