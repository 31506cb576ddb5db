"use client";
import { useTranslations } from "next-intl";
import { useEffect, useMemo, useState } from "react";
import type { OtherUnit, OtherUnits, ShiftBoard } from "@/contract/shift";
import type { Option } from "@/core/shift/options";
import { withPins } from "@/core/shift/pins";
import { timetableOf } from "@/core/shift/timetable";
import type { Topic } from "@/core/survey/sums";
import { shiftPlanner } from "@/device/shift/shift-planner";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { Plate } from "@/kit/plate";
import { Problem } from "@/kit/problem";
import { clock } from "../states";
import { lateWords, othersWords } from "./option-words";
import { type ShiftOfDay, usePins } from "./use-pins";

/** What a supervisor changes a plan by. */
export interface PlanToChange
  extends ShiftOfDay,
    Pick<ShiftBoard, "morning" | "pins" | "plan" | "plates" | "people"> {
  readonly startMs: number;
  readonly zone: string;
  /** What a piece of work is that is no inspection, by its id. */
  readonly jobs: Readonly<Record<string, string>>;
  /** Crews by their needs. */
  readonly crews: Readonly<Record<string, string>>;
  /** The words for what a survey works out. */
  readonly topics: Readonly<Record<Topic, string>>;
}

/** One crew's unit and who inspects it, changed: every choice says beforehand what it would cost, and whom. */
export function ChangePlan({
  plan,
  needId,
  crew,
  place,
  unitId,
}: {
  plan: PlanToChange;
  needId: string;
  crew: string;
  place: string;
  /** The unit they have by the plan. */
  unitId?: string;
}) {
  const t = useTranslations("shift.plan");
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="small" aria-label={`${t("change")}: ${crew}, ${place}`} onClick={() => setOpen(true)}>
        {t("change")}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={`${crew}, ${place}`} wide="wide">
        {open ? <Choices plan={plan} needId={needId} unitId={unitId} close={() => setOpen(false)} /> : null}
      </Dialog>
    </>
  );
}

function Choices({
  plan,
  needId,
  unitId,
  close,
}: {
  plan: PlanToChange;
  needId: string;
  unitId?: string;
  close: () => void;
}) {
  const t = useTranslations("shift.plan");
  const { siteId, morning, pins } = plan;
  const [units, setUnits] = useState<readonly Option[]>();
  const [people, setPeople] = useState<readonly Option[]>();
  const [fits, setFits] = useState<OtherUnits>();
  const now = useMemo(() => timetableOf(withPins(morning, pins), plan.plan), [morning, pins, plan.plan]);
  useEffect(() => {
    let left = false;
    const planner = shiftPlanner();
    const keep =
      <T,>(set: (found: T) => void) =>
      (found: T) =>
        left ? undefined : set(found);
    void planner.units(morning, pins, plan.plan, now, needId).then(keep(setUnits));
    if (unitId !== undefined)
      void planner.people(morning, pins, plan.plan, now, unitId).then(keep(setPeople));
    void fetch(`/api/sites/${encodeURIComponent(siteId)}/shift/fits?need=${needId}`)
      .then((answer) => (answer.ok ? answer.json() : undefined))
      .then(keep(setFits))
      .catch(() => undefined);
    return () => {
      left = true;
      planner.close();
    };
  }, [morning, pins, plan.plan, now, needId, unitId, siteId]);
  const { say, problem } = usePins(plan);
  const sayAndClose = async (...said: Parameters<typeof say>) => {
    if (await say(...said)) close();
  };
  const pinned = pins.units[needId] !== undefined;
  const inspector = now.slots.find(({ workId }) => workId === unitId)?.personId;
  const fitOf = (id: string) => fits?.others.find((one) => one.unitId === id);
  const best = (options: readonly Option[] | undefined) =>
    [...(options ?? [])].sort(
      (a, b) => a.crewMin - b.crewMin || (a.crew?.lateMin ?? 0) - (b.crew?.lateMin ?? 0),
    );
  return (
    <div className="mt-3 grid gap-5">
      <section>
        <h3 className="text-[20px] font-bold">{t("which")}</h3>
        {fits === undefined ? null : (
          <p className="text-ink2">
            {t(fits.by === "survey" ? "bySurvey" : fits.by === "work" ? "byWork" : "byModel")}
          </p>
        )}
        {units === undefined ? <p className="text-ink2">{t("working")}</p> : null}
        {units?.length === 0 ? <p>{t("noOther")}</p> : null}
        <ul>
          {best(units).map((option) => (
            <OptionRow
              key={option.value}
              option={option}
              plan={plan}
              name={<Plate>{plan.plates[option.value] ?? ""}</Plate>}
              fit={fitOf(option.value)}
              chosen={option.value === unitId ? t("given") : undefined}
              words={t("give")}
              label={`${t("give")}: ${plan.plates[option.value] ?? ""}`}
              onPick={() => void sayAndClose("PUT", { kind: "unit", about: needId, value: option.value })}
            />
          ))}
        </ul>
      </section>
      {unitId === undefined || people === undefined || people.length === 0 ? null : (
        <section>
          <h3 className="text-[20px] font-bold">{t("who", { plate: plan.plates[unitId] ?? "" })}</h3>
          <ul>
            {best(people).map((option) => (
              <OptionRow
                key={option.value}
                option={option}
                plan={plan}
                name={<b>{plan.people[option.value] ?? ""}</b>}
                chosen={option.value === inspector ? t("assigned") : undefined}
                words={t("assign")}
                label={`${t("assign")}: ${plan.people[option.value] ?? ""}`}
                onPick={() =>
                  void sayAndClose("PUT", {
                    kind: "person",
                    about: unitId,
                    value: option.value,
                    crew: needId,
                  })
                }
              />
            ))}
          </ul>
        </section>
      )}
      <Problem>{problem}</Problem>
      <div className="flex flex-wrap gap-3">
        {pinned ? (
          <Button look="small" onClick={() => void sayAndClose("DELETE", { kind: "unit", about: needId })}>
            {t("takeBack")}
          </Button>
        ) : null}
        {unitId !== undefined && pins.people[unitId] !== undefined ? (
          <Button look="small" onClick={() => void sayAndClose("DELETE", { kind: "person", about: unitId })}>
            {`${t("takeBack")}: ${plan.plates[unitId] ?? ""}`}
          </Button>
        ) : null}
        {unitId === undefined || inspector === undefined || pins.first[inspector] === unitId ? null : (
          <Button
            look="small"
            onClick={() =>
              void sayAndClose("PUT", {
                ...{ kind: "person", about: unitId, value: inspector, crew: needId, first: true },
              })
            }
          >
            {t("putFirst", { plate: plan.plates[unitId] ?? "", name: plan.people[inspector] ?? "" })}
          </Button>
        )}
        <Button look="small" onClick={() => void sayAndClose("PUT", { kind: "cancelled", about: needId })}>
          {t("cancel")}
        </Button>
      </div>
    </div>
  );
}

/** One choice: how late the crew would be with it, who else would be served otherwise, and what it can do only so. */
function OptionRow({
  option,
  plan,
  name,
  fit,
  chosen,
  words,
  label,
  onPick,
}: {
  option: Option;
  plan: PlanToChange;
  name: React.ReactNode;
  fit?: OtherUnit;
  /** What is said instead of a button where it is so already. */
  chosen?: string;
  words: string;
  label: string;
  onPick: () => void;
}) {
  const t = useTranslations("shift.plan");
  const { crew } = option;
  const rest = othersWords(t, option, plan.crews, plan.plates);
  const limits =
    fit === undefined
      ? []
      : [...fit.limits.map((one) => plan.topics[one]), ...(fit.moved ? [t("moved")] : [])];
  const cannot = fit?.fits === false;
  return (
    <li className="grid min-h-[60px] grid-cols-[110px_1fr_auto] items-center gap-x-4 border-b border-line py-1.5">
      <span>{name}</span>
      <span className="leading-snug">
        <b>{lateWords(t, option)}</b>
        {crew?.readyMin === undefined ? null : (
          <span>, {clock(plan.startMs + crew.readyMin * 60_000, plan.zone)}</span>
        )}
        <span className="block text-ink2">{rest.length === 0 ? t("noneWaits") : rest.join(", ")}</span>
        {cannot ? (
          <span className="block font-semibold text-tag">
            {t("cannot")}: {fit.against.map((one) => plan.topics[one]).join(", ")}
          </span>
        ) : limits.length > 0 ? (
          <span className="block text-ink2">{limits.join(", ")}</span>
        ) : null}
      </span>
      {chosen === undefined ? (
        <Button look="small" disabled={cannot} aria-label={label} onClick={onPick}>
          {words}
        </Button>
      ) : (
        <span className="font-semibold">{chosen}</span>
      )}
    </li>
  );
}
