"use client";
import { useTranslations } from "next-intl";
import { Button } from "@/kit/button";
import { Problem } from "@/kit/problem";
import type { PlanToChange } from "./change-plan";
import { usePins } from "./use-pins";

/** What a supervisor has said of the plan, each taken back with one touch; crews that need nothing stand on their own. */
export function WhatWasSaid({ plan }: { plan: PlanToChange }) {
  const t = useTranslations("shift.plan");
  const { say, problem } = usePins(plan);
  const { pins, plates, people, crews, jobs } = plan;
  const said = [
    ...Object.entries(pins.units).map(([about, unit]) => ({
      ...{ kind: "unit", about },
      words: t("saidUnit", { unit: plates[unit] ?? "", crew: crews[about] ?? "" }),
    })),
    ...Object.entries(pins.people).map(([about, person]) => ({
      ...{ kind: "person", about },
      words:
        jobs[about] === undefined
          ? t("saidPerson", { unit: plates[about] ?? "", person: people[person] ?? "" })
          : t("saidJob", { unit: plates[about] ?? "", job: jobs[about], person: people[person] ?? "" }),
    })),
    ...Object.entries(pins.first).map(([about, work]) => ({
      ...{ kind: "first", about },
      words: t("saidFirst", { unit: plates[work] ?? "", person: people[about] ?? "" }),
    })),
  ];
  if (said.length === 0) return null;
  return (
    <section aria-label={t("said")} className="px-4 py-2 md:px-5">
      <ul>
        {said.map(({ kind, about, words }) => (
          <li
            key={`${kind} ${about}`}
            className="flex min-h-[60px] flex-wrap items-center gap-x-4 border-b border-line"
          >
            <span className="flex-1">{words}</span>
            <Button
              look="small"
              aria-label={`${t("takeBack")}: ${words}`}
              onClick={() => void say("DELETE", { kind, about })}
            >
              {t("takeBack")}
            </Button>
          </li>
        ))}
      </ul>
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}
