"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { TextField } from "@/kit/field";
import { Ask, Field, NamedField } from "../ask";

/** A new unit of the pool: its plate, its own serial, its sheet, and when its examination falls due. */
export function NewUnit({
  siteId,
  sheets,
}: {
  siteId: string;
  sheets: readonly { readonly id: string; readonly name: string }[];
}) {
  const t = useTranslations();
  const [typed, setTyped] = useState({
    ...{ plate: "", serial: "", examinationDue: "", document: "", hiredFrom: "" },
    sheetId: sheets[0]?.id ?? "",
  });
  const set = (id: keyof typeof typed) => (event: { target: { value: string } }) =>
    setTyped((was) => ({ ...was, [id]: event.target.value }));
  const { hiredFrom: _, ...owed } = typed;
  return (
    <div className="max-w-[820px] p-4 md:p-5">
      <h1 className="text-[28px] leading-none font-bold">{t("pool.add")}</h1>
      <p className="mt-2 mb-4 text-ink2">{t("pool.addLead")}</p>
      <Ask
        path="/api/units"
        make={() => ({ body: { ...typed, siteId } })}
        ready={Object.values(owed).every((text) => text.trim() !== "")}
        done={(answer) =>
          window.location.assign(`/units/${encodeURIComponent((answer as { plate: string }).plate)}/pool`)
        }
        words={t("pool.add")}
      >
        <Field words={t("pool.plate")} hint={t("pool.plateHint")}>
          <TextField value={typed.plate} maxLength={12} onChange={set("plate")} />
        </Field>
        <Field words={t("pool.serial")} hint={t("pool.serialHint")}>
          <TextField value={typed.serial} maxLength={60} onChange={set("serial")} />
        </Field>
        <NamedField
          words={t("pool.sheet")}
          value={typed.sheetId}
          options={sheets}
          onPick={(sheetId) => setTyped((was) => ({ ...was, sheetId }))}
        />
        <Field words={t("pool.hiredFrom")}>
          <TextField value={typed.hiredFrom} maxLength={80} onChange={set("hiredFrom")} />
        </Field>
        <Field words={t("pool.examinationDue")}>
          <TextField type="date" value={typed.examinationDue} onChange={set("examinationDue")} />
        </Field>
        <Field words={t("units.examDocument")}>
          <TextField value={typed.document} maxLength={120} onChange={set("document")} />
        </Field>
      </Ask>
    </div>
  );
}
