"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { figureOf } from "@/core/sheet/read";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { touchWords } from "../plan/words";
import type { InspectModel } from "./model";
import { checkLook, checkTitle, conditionWord, markOf, shown, stored, type T, typedUnit } from "./words";

interface RowProps {
  readonly check: Check;
  readonly model: InspectModel;
  readonly locked: boolean;
  readonly current: boolean;
  readonly onFine: (check: Check) => void;
  readonly onWrong: (check: Check) => void;
  readonly onMeasure: (check: Check, value: number, limitRead: number | undefined) => void;
}

/** One check of a card: what to do and look for, and its answer. */
export function CheckRow(props: RowProps) {
  const { check, model, locked, current, onFine, onWrong } = props;
  const t = useTranslations();
  const assessed = model.assessment.byCheck.get(check.key);
  const given = model.reduction.given.get(check.key)?.at(-1);
  const open = assessed === undefined || assessed.status === "open";
  const finding = model.assessment.findings.findLast((f) => f.check === check.key);
  const kind = markOf(assessed, finding?.place ?? false);
  const word = kind === "skipped" && assessed?.status === "ungradable" ? "ungradable" : kind;
  return (
    <li
      className={`grid grid-cols-[1fr_auto] items-center gap-x-3.5 border-b border-line py-2 ${current ? "border-l-[5px] border-l-brass pl-3" : ""}`}
    >
      <div>
        <h2 className="text-[18.5px] leading-tight font-bold">{checkTitle(t, check)}</h2>
        <p className="leading-snug text-ink2">
          {checkLook(t, check)}
          {check.definition.measure === undefined ? null : <LimitWords check={check} model={model} />}
          {finding === undefined ? null : (
            <span className="font-semibold text-ink"> {conditionWord(t, finding.condition)}.</span>
          )}
        </p>
        <WhyRetested check={check} model={model} />
      </div>
      {locked && open ? (
        <span className="max-w-[11rem] text-right font-semibold text-ink3">{t("inspect.notPowered")}</span>
      ) : !open ? (
        <button
          type="button"
          onClick={() => onWrong(check)}
          className="flex min-h-[48px] items-center gap-2 px-1"
          aria-label={`${checkTitle(t, check)}: ${t(`grade.${word}`)}. ${t("inspect.change")}`}
        >
          {given?.type === "measured" && check.definition.measure !== undefined ? (
            <b>{shown(given.value, check.definition.measure.unit, model.data.measures)}</b>
          ) : null}
          <Mark kind={kind}>{t(`grade.${word}`)}</Mark>
        </button>
      ) : check.definition.measure !== undefined ? (
        <MeasureField {...props} />
      ) : (
        <span className="flex gap-2">
          <Button
            look="small"
            onClick={() => onFine(check)}
            aria-label={`${checkTitle(t, check)}: ${t("inspect.fine")}`}
          >
            {t("inspect.fine")}
          </Button>
          <WrongButton check={check} onWrong={onWrong} />
        </span>
      )}
    </li>
  );
}

function LimitWords({ check, model }: { check: Check; model: InspectModel }) {
  const t = useTranslations();
  const { measure } = check.definition;
  if (measure === undefined) return null;
  const limit = figureOf(model.data.sheet, measure.limit);
  if (limit === undefined) return <span className="font-semibold text-ink"> {t("inspect.noLimit")}</span>;
  const sense = t(measure.sense === "at_least" ? "inspect.atLeast" : "inspect.atMost");
  return (
    <span className="font-semibold whitespace-nowrap text-ink">
      {" "}
      {t("inspect.limit", { value: shown(limit, measure.unit, model.data.measures), sense })}
    </span>
  );
}

function MeasureField({ check, model, onMeasure, onWrong }: RowProps) {
  const t = useTranslations();
  const [text, setText] = useState("");
  const [limitText, setLimitText] = useState("");
  const { measure } = check.definition;
  if (measure === undefined) return null;
  const { sheet, measures } = model.data;
  const needsLimit = figureOf(sheet, measure.limit) === undefined;
  const read = (typed: string) =>
    /^\s*-?\d+([.,]\d+)?\s*$/.test(typed)
      ? stored(Number(typed.replace(",", ".")), measure.unit, measures)
      : undefined;
  const value = read(text);
  const limit = read(limitText);
  const ready = value !== undefined && (!needsLimit || limit !== undefined);
  const unit = typedUnit(measure.unit, measures);
  const field = (label: string, typed: string, change: (next: string) => void) => (
    <label className="flex min-h-[48px] items-center border-2 border-ink bg-chalk px-2.5">
      <span className="sr-only">{label}</span>
      <input
        inputMode="decimal"
        value={typed}
        onChange={(e) => change(e.target.value)}
        className="w-16 bg-transparent text-right font-bold"
        aria-invalid={typed !== "" && read(typed) === undefined}
      />
      <span className="ml-1.5 text-ink2">{unit}</span>
    </label>
  );
  return (
    <form
      className="col-span-2 mt-1.5 flex flex-wrap justify-end gap-2 md:col-span-1 md:mt-0"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) onMeasure(check, value, needsLimit ? limit : undefined);
      }}
    >
      {needsLimit ? field(`${checkTitle(t, check)}: ${t("inspect.noLimit")}`, limitText, setLimitText) : null}
      {field(`${checkTitle(t, check)}, ${t(`quantity.${measure.quantity}`)}`, text, setText)}
      <Button look="small" type="submit" disabled={!ready}>
        {t("inspect.save")}
      </Button>
      <WrongButton check={check} onWrong={onWrong} />
    </form>
  );
}

/** Opens what may be wrong with a check; set apart from the answer that all is well. */
function WrongButton({ check, onWrong }: Pick<RowProps, "check" | "onWrong">) {
  const t = useTranslations();
  return (
    <Button
      look="small"
      className="border-dashed font-medium"
      onClick={() => onWrong(check)}
      aria-label={`${checkTitle(t, check)}: ${t("inspect.wrong")}`}
    >
      {t("inspect.wrongShort")}
    </Button>
  );
}

/** In a re-test: why this check is in it. */
function WhyRetested({ check, model }: { check: Check; model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const touches = model.why.get(check.key) ?? [];
  const words = [...new Set(touches.map((touch) => touchWords(t, touch)))];
  return words.length === 0 ? null : (
    <p className="mt-0.5 border-l-[3px] border-ink3 pl-2 text-[15.5px] text-ink2">
      {t("plan.whyIn", { why: words.slice(0, 3).join("; ") })}
    </p>
  );
}
