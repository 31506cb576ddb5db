"use client";
import { useTranslations } from "next-intl";
import { memo, useLayoutEffect, useRef, useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { isListed } from "@/core/catalogue/listed";
import { readOff } from "@/core/catalogue/read-off";
import { methodsFor } from "@/core/measure/methods";
import { figureOf } from "@/core/sheet/read";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { touchWords } from "../plan/words";
import { AlarmTap } from "./alarm-tap";
import { CheckTimers } from "./check-timers";
import { MadeOn } from "./made-on";
import { MatterLine } from "./matter-line";
import { MeasureField } from "./measure-field";
import { type InspectModel, readingsOf } from "./model";
import { maker } from "./others";
import type { Reading } from "./reading";
import { TestAreaLine } from "./test-area-line";
import { WayDownTime } from "./way-down-time";
import {
  checkLook,
  checkTitle,
  conditionWord,
  limitWords,
  markOf,
  mustWords,
  sheetWords,
  shown,
  type T,
} from "./words";

interface RowProps {
  readonly check: Check;
  readonly model: InspectModel;
  readonly locked: boolean;
  readonly current: boolean;
  readonly onFine: (check: Check) => void;
  readonly onWrong: (check: Check) => void;
  readonly onMeasure: (check: Check, reading: Reading) => void;
}

/** One check of a card: what to do and look for, and its answer. Drawn anew only when something of its own changes. */
export const CheckRow = memo(Row, (was, now) => whatOf(was) === whatOf(now));

/** All that a row shows, in one word. Its acts stay the same for as long as it is shown. */
function whatOf({ check, model, locked, current }: RowProps): string {
  const { key } = check;
  const matters = model.matters.filter((matter) => matter.check === key);
  return JSON.stringify([
    key,
    locked,
    current,
    model.assessment.byCheck.get(key),
    model.reduction.given.get(key)?.at(-1),
    model.assessment.findings.filter((finding) => finding.check === key),
    matters.map((matter) => [matter, model.reduction.matters.get(matter.findingId)?.says]),
    matters.length > 0 ? model.facts.maySayGone : null,
    check.definition.measure === undefined ? null : readingsOf(model),
    model.reduction.lookedInto.has(key),
    model.reduction.madeOn.get(key),
  ]);
}

function Row(props: RowProps) {
  const { check, model, locked, current, onFine, onWrong } = props;
  const t = useTranslations();
  const assessed = model.assessment.byCheck.get(check.key);
  const all = model.reduction.given.get(check.key) ?? [];
  // Of two people's answers the worse stands, whichever came last.
  const given = all.find(({ id }) => id === assessed?.eventId) ?? all.at(-1);
  const open = assessed === undefined || assessed.status === "open";
  const other = given && maker(model, given.by);
  const finding = model.assessment.findings.findLast((f) => f.check === check.key);
  const kind = markOf(assessed, finding?.place ?? false);
  const word = kind === "skipped" && assessed?.status === "ungradable" ? "ungradable" : kind;
  const matters = model.matters.filter((matter) => matter.check === check.key);
  // What is only looked at is answered with the others of its card, in one act.
  const together = isListed(check) && matters.length === 0;
  const keeps = useKeptHeight(open);
  return (
    <li
      ref={keeps.ref}
      data-row={check.key}
      style={{ minHeight: keeps.minHeight }}
      className={`-ml-[17px] grid grid-cols-[1fr_auto] items-center gap-x-3.5 left-hand:grid-cols-[auto_1fr] border-b border-l-[5px] border-b-line py-2 pl-3 ${current ? "border-l-brass" : "border-l-transparent"}`}
    >
      <div>
        <h2 className="text-[18.5px] leading-tight font-bold">{checkTitle(t, check)}</h2>
        <MustWords check={check} model={model} />
        <p className="leading-snug text-ink2">
          {checkLook(t, check)}
          {check.definition.measure === undefined ? null : <LimitWords check={check} model={model} />}
          {finding === undefined ? null : (
            <span className="font-semibold text-ink"> {conditionWord(t, finding.condition)}.</span>
          )}
        </p>
        <SheetSays check={check} model={model} />
        {(model.data.topUps[check.key] ?? 0) > 0 ? (
          <p className="font-semibold text-ink">
            {t("inspect.topUps", { count: model.data.topUps[check.key] ?? 0 })}
          </p>
        ) : null}
        {open && !locked ? <AlarmTap check={check} sheet={model.data.sheet} /> : null}
        {(open || assessed.status === "ungradable") && !locked ? (
          <MadeOn check={check} model={model} />
        ) : null}
        {open && !locked ? <WayDownTime check={check} model={model} /> : null}
        {open && !locked ? <CheckTimers check={check} sheet={model.data.sheet} walk={model.data.id} /> : null}
        {open && !locked && check.definition.id === "area.test" ? (
          <TestAreaLine plate={model.data.plate} walk={model.data.id} zone={model.data.zone} />
        ) : null}
        <WhyRetested check={check} model={model} />
        {assessed?.endedBy === undefined ? null : (
          <p className="font-semibold text-ink">
            {t("inspect.ended", { what: t(`entry.${assessed.endedBy.kind}`) })}
          </p>
        )}
      </div>
      {locked && open ? (
        <span className="max-w-[11rem] text-right font-semibold text-ink3">{t("inspect.notPowered")}</span>
      ) : !open ? (
        <button
          type="button"
          onClick={() => onWrong(check)}
          className="flex min-h-[48px] items-center gap-2 px-1 left-hand:order-first"
          aria-label={`${checkTitle(t, check)}: ${t(`grade.${word}`)}. ${t("inspect.change")}`}
        >
          {given?.type === "measured" && check.definition.measure !== undefined ? (
            <b>{shown(t as unknown as T, given.value, check.definition.measure.unit, model.data.measures)}</b>
          ) : null}
          <span className="text-left">
            <Mark kind={kind}>{t(`grade.${word}`)}</Mark>
            {other === undefined ? null : <span className="block text-[15.5px] text-ink2">{other.name}</span>}
          </span>
        </button>
      ) : check.definition.measure !== undefined ? (
        <span
          className={`col-span-2 mt-1.5 flex items-start justify-end gap-2 ${isWorkedOutHere(check, model) ? "" : "flex-wrap md:col-span-1 md:mt-0"}`}
        >
          <MeasureField
            check={check}
            data={model.data}
            readings={readingsOf(model)}
            onMeasure={(reading) => props.onMeasure(check, reading)}
          />
          <WrongButton check={check} onWrong={onWrong} />
        </span>
      ) : (
        <span
          className={`flex justify-between gap-9 left-hand:flex-row-reverse ${together ? "left-hand:order-first" : "left-hand:md:order-first max-md:col-span-2 max-md:mt-1.5"}`}
        >
          {together ? null : (
            <Button
              look="small"
              className="max-md:min-w-[150px] md:min-w-[96px]"
              onClick={() => onFine(check)}
              aria-label={`${checkTitle(t, check)}: ${t("inspect.fine")}`}
            >
              {t("inspect.fine")}
            </Button>
          )}
          <WrongButton check={check} onWrong={onWrong} />
        </span>
      )}
      {matters.map((matter) => (
        <MatterLine key={matter.findingId} matter={matter} model={model} />
      ))}
    </li>
  );
}

/** Measured with a tape or a watch: what was read stands under the words, over the whole width. */
const isWorkedOutHere = ({ definition: { measure } }: Check, { data }: InspectModel): boolean =>
  measure !== undefined && methodsFor(measure.quantity, (id) => figureOf(data.sheet, id)).length > 0;

/** What the model says must come of it, where something must not. */
function MustWords({ check, model }: { check: Check; model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const words = mustWords(t, model.data.sheet, check);
  return words === "" ? null : <p className="leading-snug font-bold">{words}</p>;
}

function LimitWords({ check, model }: { check: Check; model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const { measure } = check.definition;
  if (measure === undefined) return null;
  const limit = figureOf(model.data.sheet, measure.limit);
  if (limit === undefined)
    return measure.nominal ? null : <span className="font-semibold text-ink"> {t("inspect.noLimit")}</span>;
  return (
    <span className="font-semibold whitespace-nowrap text-ink">
      {" "}
      {limitWords(t, measure, limit, model.data.measures)}
    </span>
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

/** What the check is made by on this model, so that nobody has to look it up. */
function SheetSays({ check, model }: { check: Check; model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const words = sheetWords(t, readOff(model.data.sheet, check), model.data.measures);
  return words === "" ? null : <p className="leading-snug font-semibold text-ink">{words}</p>;
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

/** A row that is answered keeps the height it had while it was open: nothing under a finger moves by itself. */
function useKeptHeight(open: boolean) {
  const ref = useRef<HTMLLIElement>(null);
  const [minHeight, setMinHeight] = useState<number>();
  useLayoutEffect(() => {
    if (open && ref.current !== null) setMinHeight(ref.current.offsetHeight);
  }, [open]);
  return { ref, minHeight: open ? undefined : minHeight };
}
