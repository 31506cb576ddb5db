"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { UnitFigures } from "@/core/sheet/overrides";
import type { Family } from "@/core/vocabulary/families";
import { type FigureId, figures, figuresOf } from "@/core/vocabulary/figures";
import { Button } from "@/kit/button";
import { SelectField, TextField } from "@/kit/field";
import { send } from "../send";

export interface FigureClaim {
  readonly id: string;
  readonly figure: FigureId;
  readonly value: number | null;
  readonly source: string;
  /** How many things on the floor it takes away or softens. */
  readonly weakens: number;
  readonly by: string;
  readonly mine: boolean;
}

/** What this unit's own plate says instead of its model's sheet. */
export function OwnFigures({
  plate,
  family,
  own,
  waiting,
  mayEdit,
  mayConfirm,
}: {
  plate: string;
  family: Family;
  own: UnitFigures;
  /** Figures that wait for a second person. */
  waiting: readonly FigureClaim[];
  mayEdit: boolean;
  mayConfirm: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [figure, setFigure] = useState<FigureId>("gross_weight");
  const [value, setValue] = useState("");
  const [source, setSource] = useState("");
  const [problem, setProblem] = useState<string>();
  const entries = Object.entries(own) as [FigureId, { value: number; source: string }][];
  if (entries.length === 0 && waiting.length === 0 && !mayEdit) return null;
  const confirm = async (id: string) => {
    const sent = await send(`/api/units/${plate}/figures/${id}`, {});
    setProblem(sent.ok ? undefined : sent.detail);
    if (sent.ok) router.refresh();
  };
  const set = async (id: FigureId, to: number | null, from: string) => {
    const sent = await send(`/api/units/${plate}/figures`, { figure: id, value: to, source: from });
    setProblem(sent.ok ? undefined : sent.detail);
    if (!sent.ok) return;
    setValue("");
    setSource("");
    router.refresh();
  };
  const number = Number(value.replace(",", "."));
  const ready = value.trim() !== "" && Number.isFinite(number) && source.trim() !== "";
  return (
    <section className="mt-6">
      <h2 className="text-[20px] font-bold">{t("unitFigures.title")}</h2>
      <p className="text-ink2">{entries.length === 0 ? t("unitFigures.none") : t("unitFigures.lead")}</p>
      <ul>
        {entries.map(([id, entry]) => (
          <li
            key={id}
            className="flex min-h-[48px] flex-wrap items-center justify-between gap-2 border-b border-line"
          >
            <span>
              <b>{t(`figure.${id}`)}</b> {entry.value} {figures[id]}, {entry.source}
            </span>
            {mayEdit ? (
              <Button look="small" onClick={() => void set(id, null, entry.source)}>
                {t("unitFigures.back")}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {waiting.map((claim) => (
        <div
          key={claim.id}
          className="mt-2 flex flex-wrap items-center justify-between gap-2 border-[2.5px] border-ink p-3"
        >
          <span className="flex-1">
            <b>{t(`figure.${claim.figure}`)}</b> {claim.value ?? "-"} {figures[claim.figure]}, {claim.source}.{" "}
            {t("unitFigures.waits", { count: claim.weakens, by: claim.by })}
          </span>
          {mayConfirm && !claim.mine ? (
            <Button look="small" onClick={() => void confirm(claim.id)}>
              {t("sheets.confirm")}
            </Button>
          ) : null}
        </div>
      ))}
      {mayEdit ? (
        <form
          className="mt-2 grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (ready) void set(figure, number, source.trim());
          }}
        >
          <label className="grid gap-1">
            {t("unitFigures.figure")}
            <SelectField value={figure} onChange={(event) => setFigure(event.target.value as FigureId)}>
              {figuresOf(family).map((id) => (
                <option key={id} value={id}>
                  {`${t(`figure.${id}`)} (${figures[id]})`}
                </option>
              ))}
            </SelectField>
          </label>
          <div className="flex flex-wrap items-end gap-2">
            <label className="grid w-[110px] gap-1">
              {t("unitFigures.value")}
              <TextField
                inputMode="decimal"
                value={value}
                onChange={(event) => setValue(event.target.value)}
              />
            </label>
            <label className="grid min-w-[150px] flex-1 gap-1">
              {t("unitFigures.source")}
              <TextField value={source} maxLength={200} onChange={(event) => setSource(event.target.value)} />
            </label>
            <Button type="submit" look="small" disabled={!ready}>
              {t("unitFigures.set")}
            </Button>
          </div>
        </form>
      ) : null}
      {problem === undefined ? null : (
        <p role="alert" className="mt-2 border-[2.5px] border-tag p-3">
          {problem}
        </p>
      )}
    </section>
  );
}
