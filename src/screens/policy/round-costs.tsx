"use client";
import { useTranslations } from "next-intl";
import { faultsBesides } from "@/core/proof/faults";
import { type Practice, practiceIds } from "@/core/vocabulary/practice";
import { Link } from "@/kit/link";
import type { T } from "../inspect/words";
import type { PlannedModel } from "../plan/planning-view";
import { useCosts } from "../plan/use-costs";
import { FaultList } from "../proof/fault-list";

/** Minutes of a walk, and how many more or fewer than before. */
function minutesWords(t: T, was: number | undefined, is: number | undefined): string {
  if (was === undefined || is === undefined) return "…";
  const minutes = Math.round(is);
  if (Math.abs(is - was) < 0.05) return t("policy.minutes", { minutes });
  return t("policy.minutesChange", {
    minutes,
    change: `${is > was ? "+" : "−"}${Math.abs(is - was).toFixed(1)}`,
  });
}

/** What the orders chosen cost on each model beside those that hold, what they leave unproven, and what another choice of each would. */
export function RoundCosts({
  models,
  before,
  after,
}: {
  models: readonly PlannedModel[];
  before: Practice;
  after: Practice;
}) {
  const t = useTranslations() as unknown as T;
  const now = useCosts(models, before);
  const then = useCosts(models, after);
  const done = models.filter(({ versionId }) => now.costs.has(versionId) && then.costs.has(versionId)).length;
  const rows = models
    .map(({ versionId, plates, name }) => {
      const [was, is] = [now, then].map(({ costs }) => costs.get(versionId)?.cost.minutes);
      const [before, chosen] = [now, then].map(({ gaps }) => gaps.get(versionId));
      // Known once both are: until then nothing is said to be left.
      const lost = before && chosen ? faultsBesides(chosen.unproven, before.unproven) : [];
      const others = practiceIds.flatMap((id) => {
        const more = chosen?.gaps[id]?.more ?? [];
        const value = then.costs.get(versionId)?.other[id]?.value;
        return more.length === 0 || value === undefined ? [] : [{ id, value, more }];
      });
      return { versionId, plates, name, was, is, lost, others };
    })
    .sort((a, b) => (b.is ?? 0) - (a.is ?? 0));
  return (
    <details className="border-y-2 border-ink py-2">
      <summary className="min-h-[48px] cursor-pointer py-2.5 font-semibold">
        {t("policy.costs", { done, all: models.length })}
      </summary>
      <ul>
        {rows.map(({ versionId, plates, name, was, is, lost, others }) => (
          <li key={versionId} className="border-b border-line py-1">
            <div className="grid grid-cols-[1fr_auto] gap-x-4 tabular-nums">
              <span>
                <b>{plates.slice(0, 6).join(", ")}</b> <span className="text-ink2">{name}</span>
              </span>
              <span>{minutesWords(t, was, is)}</span>
            </div>
            {lost.length === 0 ? null : (
              <>
                <b className="text-tag">{t("policy.leaves", { count: lost.length })}</b>
                <FaultList faults={lost} t={t} most={5} />
              </>
            )}
            {others.map(({ id, value, more }) => (
              <div key={id} className="pl-4">
                <span className="text-ink2">
                  {t(`plan.practice.${id}`)}:{" "}
                  {t("policy.wouldLeave", { value: t(`plan.practiceValue.${id}.${value}`) })}
                </span>
                <FaultList faults={more} t={t} most={3} />
              </div>
            ))}
          </li>
        ))}
      </ul>
      <Link href="/planning" className="inline-grid min-h-[48px] content-center underline">
        {t("policy.planning")}
      </Link>
    </details>
  );
}
