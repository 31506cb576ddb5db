"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Sheet } from "@/core/sheet/sheet";
import { families, powersOf } from "@/core/vocabulary/families";
import { ElevationFigure } from "@/kit/pose/elevation";
import { emptySheet } from "./draft";
import { SheetEditor } from "./editor";
import { ImportSheet } from "./import-sheet";

/** A new sheet: its family first, for only what the family can have is asked. */
export function NewSheet({ measures }: { measures: "metric" | "imperial" }) {
  const t = useTranslations();
  const [family, setFamily] = useState<Sheet["family"]>();
  if (family !== undefined) {
    return (
      <SheetEditor
        initial={emptySheet(family, powersOf[family][0] ?? "battery")}
        measures={measures}
        mayEdit
        mayConfirm={false}
      />
    );
  }
  return (
    <div className="p-4 md:p-5">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-[28px] leading-none font-bold">{t("sheets.new")}</h1>
        <ImportSheet />
      </div>
      <p className="mt-2 text-ink2">{t("sheets.familyFirst")}</p>
      <ul className="mt-5 grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
        {families.map((id) => (
          <li key={id}>
            <button
              type="button"
              onClick={() => setFamily(id)}
              className="block w-full border-2 border-ink p-3 text-left"
            >
              <ElevationFigure
                sheet={emptySheet(id, powersOf[id][0] ?? "battery")}
                stance={{ posture: "raised", legs: "out" }}
                words={t(`family.${id}`)}
                height={130}
              />
              <span className="mt-2 block text-[19px] font-bold">{t(`family.${id}`)}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
