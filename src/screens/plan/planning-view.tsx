"use client";
import { useTranslations } from "next-intl";
import { useMemo, useState } from "react";
import type { Sheet } from "@/core/sheet/sheet";
import type { Practice } from "@/core/vocabulary/practice";
import { Button } from "@/kit/button";
import { type PracticeId, practiceIds, practices } from "../../core/vocabulary/practice";
import type { T } from "../inspect/words";
import type { Gap, PracticeCosts, PracticeGaps } from "./practice-costs";
import { useCosts } from "./use-costs";

export interface PlannedModel {
  readonly versionId: string;
  readonly sheetId: string;
  readonly name: string;
  readonly sheet: Sheet;
  readonly plates: readonly string[];
  /** Minutes each check has really taken on this model. */
  readonly minutes: Readonly<Record<string, number>>;
}

/** What a walk of each unit costs under the practice chosen here, and what each other order would add or save. */
export function PlanningView({ models, policy }: { models: readonly PlannedModel[]; policy: Practice }) {
  const t = useTranslations() as unknown as T;
  const [practice, setPractice] = useState(policy);
  const { costs, gaps } = useCosts(models, practice);
  const rows = useMemo(
    () =>
      [...models].sort(
        (a, b) => (costs.get(b.versionId)?.cost.minutes ?? 0) - (costs.get(a.versionId)?.cost.minutes ?? 0),
      ),
    [models, costs],
  );
  const units = models.reduce((sum, model) => sum + model.plates.length, 0);
  const round = models.reduce(
    (sum, model) => sum + model.plates.length * (costs.get(model.versionId)?.cost.minutes ?? 0),
    0,
  );
  const changed = practiceIds.some((id) => practice[id] !== policy[id]);
  return (
    <div className="grid gap-5 p-4 md:p-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-[28px] leading-none font-bold">{t("plan.planning")}</h1>
          <p className="mt-2 max-w-3xl text-ink2">{t("plan.planningHelp")}</p>
        </div>
        <p role="status" className="text-right">
          {costs.size < models.length ? (
            t("plan.working", { done: costs.size, all: models.length })
          ) : (
            <>
              {t("plan.round", { units })} <b className="text-[22px]">{hours(round)}</b>
            </>
          )}
        </p>
      </div>
      <div className="flex flex-wrap gap-x-6 gap-y-3 border-y-2 border-ink py-3">
        {practiceIds.map((id) => (
          <label key={id} className="grid gap-1">
            <span className="font-semibold">{t(`plan.practice.${id}`)}</span>
            <select
              value={practice[id]}
              onChange={(event) => setPractice({ ...practice, [id]: event.target.value } as Practice)}
              className={`min-h-[48px] border-2 bg-chalk px-2.5 ${practice[id] === policy[id] ? "border-ink" : "border-brass"}`}
            >
              {practices[id].map((value) => (
                <option key={value} value={value}>
                  {t(`plan.practiceValue.${id}.${value}`)}
                  {value === policy[id] ? ` (${t("plan.ours")})` : ""}
                </option>
              ))}
            </select>
          </label>
        ))}
        <Button look="small" className="self-end" disabled={!changed} onClick={() => setPractice(policy)}>
          {t("plan.backToOurs")}
        </Button>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone it scrolls, and a keyboard must reach it to do so */}
      <section aria-label={t("plan.planning")} tabIndex={0} className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink align-bottom">
              <th className="py-2 pr-3">{t("plan.units")}</th>
              <th className="px-2 py-2 text-right">{t("plan.min")}</th>
              <th className="px-2 py-2 text-right">{t("plan.metres")}</th>
              <th className="px-2 py-2 text-right">{t("plan.changesHead")}</th>
              {practiceIds.map((id) => (
                <th key={id} className="px-2 py-2 text-right">
                  {t(`plan.practice.${id}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((model) => (
              <Row
                key={model.versionId}
                model={model}
                costs={costs.get(model.versionId)}
                gaps={gaps.get(model.versionId)}
                t={t}
              />
            ))}
          </tbody>
        </table>
      </section>
      <p className="text-ink2">{t("plan.reading")}</p>
    </div>
  );
}

function Row({
  model,
  costs,
  gaps,
  t,
}: {
  model: PlannedModel;
  costs: PracticeCosts | undefined;
  gaps: PracticeGaps | undefined;
  t: T;
}) {
  return (
    <tr className="border-b border-line align-top">
      <th scope="row" className="py-2 pr-3 font-normal">
        <b>{model.plates.join(", ")}</b>
        <span className="block text-ink2">{model.name}</span>
      </th>
      {costs === undefined ? (
        <td colSpan={3 + practiceIds.length} className="px-2 py-2 text-ink3">
          …
        </td>
      ) : (
        <>
          <td className="px-2 py-2 text-right text-[20px] font-bold tabular-nums">
            {Math.round(costs.cost.minutes)}
          </td>
          <td className="px-2 py-2 text-right tabular-nums">{Math.round(costs.cost.metres)}</td>
          <td className="px-2 py-2 text-right tabular-nums">{costs.cost.changes + costs.cost.climbs}</td>
          {practiceIds.map((id) => (
            <Other key={id} id={id} costs={costs} gap={gaps?.gaps[id]} t={t} />
          ))}
        </>
      )}
    </tr>
  );
}

/** What the cheapest other value of an order would add or save on this model. */
function Other({ id, costs, gap, t }: { id: PracticeId; costs: PracticeCosts; gap: Gap | undefined; t: T }) {
  const other = costs.other[id];
  if (other === undefined) return <td className="px-2 py-2 text-right text-ink3">–</td>;
  const { value, minutes } = other;
  const little = Math.abs(minutes) < 0.05;
  return (
    <td
      className={`px-2 py-2 text-right tabular-nums ${minutes < -0.05 ? "font-bold" : little ? "text-ink3" : ""}`}
      title={t(`plan.practiceValue.${id}.${value}`)}
    >
      {little ? "0" : `${minutes > 0 ? "+" : "−"}${Math.abs(minutes).toFixed(1)}`}
      {id === "start" && !little ? (
        <span className="block text-[15px] font-normal text-ink2">
          {t(`plan.practiceValue.start.${value}`)}
        </span>
      ) : null}
      {gap === undefined ? null : gap.more.length > 0 ? (
        <span className="block text-[15px] font-semibold">
          {t("proof.unprovenHere", { count: gap.more.length })}
        </span>
      ) : (
        <span className="block text-[15px] text-ink2">{t("proof.provesMore", { count: gap.fewer })}</span>
      )}
    </td>
  );
}

const hours = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)} h ${whole % 60} min`;
};
