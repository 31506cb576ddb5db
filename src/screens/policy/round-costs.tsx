"use client";
import { useTranslations } from "next-intl";
import type { Practice } from "@/core/vocabulary/practice";
import { Link } from "@/kit/link";
import type { PlannedModel } from "../plan/planning-view";
import { useCosts } from "../plan/use-costs";

/** What the orders chosen cost on each model beside those that hold, and what the other choice of each would leave unproven. */
export function RoundCosts({
  models,
  before,
  after,
}: {
  models: readonly PlannedModel[];
  before: Practice;
  after: Practice;
}) {
  const t = useTranslations();
  const now = useCosts(models, before);
  const then = useCosts(models, after);
  const done = models.filter(({ versionId }) => now.costs.has(versionId) && then.costs.has(versionId)).length;
  const rows = models
    .map(({ versionId, plates, name }) => {
      const [was, is] = [now, then].map(({ costs }) => costs.get(versionId)?.cost.minutes);
      const unproven = Object.values(then.gaps.get(versionId)?.gaps ?? {}).filter((more) => (more ?? 0) > 0);
      return { versionId, plates, name, was, is, unproven: unproven.length };
    })
    .sort((a, b) => (b.is ?? 0) - (a.is ?? 0));
  return (
    <details className="border-y-2 border-ink py-2">
      <summary className="min-h-[48px] cursor-pointer py-2.5 font-semibold">
        {t("policy.costs", { done, all: models.length })}
      </summary>
      <ul>
        {rows.map(({ versionId, plates, name, was, is, unproven }) => (
          <li
            key={versionId}
            className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-1 tabular-nums"
          >
            <span>
              <b>{plates.slice(0, 6).join(", ")}</b> <span className="text-ink2">{name}</span>
            </span>
            <span>
              {was === undefined || is === undefined
                ? "…"
                : Math.abs(is - was) < 0.05
                  ? t("policy.minutes", { minutes: Math.round(is) })
                  : t("policy.minutesChange", {
                      ...{
                        minutes: Math.round(is),
                        change: `${is > was ? "+" : "−"}${Math.abs(is - was).toFixed(1)}`,
                      },
                    })}
              {unproven > 0 ? (
                <span className="block text-ink2">{t("policy.lessProven", { count: unproven })}</span>
              ) : null}
            </span>
          </li>
        ))}
      </ul>
      <Link href="/planning" className="inline-grid min-h-[48px] content-center underline">
        {t("policy.planning")}
      </Link>
    </details>
  );
}
