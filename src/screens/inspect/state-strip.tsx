"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { variablesOf } from "@/core/plan/variables";
import type { Sheet } from "@/core/sheet/sheet";
import { onStrip } from "@/core/vocabulary/state/strip";
import type { PlanId, PlanState } from "@/core/vocabulary/state/values";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";

/**
 * The state the machine is to be in now, the variables that just changed in brass. Where it stands otherwise a
 * touch says so, and the rest of the walk is planned from there.
 */
export function StateStrip({
  state,
  changed,
  title,
  left,
  sheet,
  onStands,
}: {
  state: PlanState;
  changed: ReadonlySet<string>;
  title: string;
  /** What of it the next test leaves otherwise. */
  left: PlanState;
  sheet: Sheet;
  onStands: (variable: PlanId, value: string) => void;
}) {
  const t = useTranslations();
  const [asked, setAsked] = useState<PlanId>();
  const values = variablesOf(sheet).find((v) => v.id === asked)?.values ?? [];
  return (
    <section aria-label={title} className="border-t border-line bg-chalk2 px-5 py-2">
      <p className="font-semibold text-ink2">{title}</p>
      <ul className="mt-1 flex flex-wrap gap-1.5">
        {onStrip(state).map((id) => (
          <li key={id}>
            <button
              type="button"
              aria-label={t("plan.standsOtherwise", {
                what: `${t(`variable.${id}`)} ${t(`value.${state[id]}`)}`,
              })}
              onClick={() => setAsked(id)}
              className={`min-h-[36px] border-[1.5px] px-2 py-0.5 ${changed.has(id) ? "border-brass bg-brass text-brassink" : "border-ink3 bg-chalk"}`}
            >
              {t(`variable.${id}`)} <b>{t(`value.${state[id]}`)}</b>
            </button>
          </li>
        ))}
      </ul>
      {onStrip(left).length === 0 ? null : (
        <p className="mt-1 font-semibold">
          {t("inspect.leaveItLike", {
            how: onStrip(left)
              .map((id) => `${t(`variable.${id}`)} ${t(`value.${left[id]}`)}`.toLowerCase())
              .join(", "),
          })}
        </p>
      )}
      <Dialog
        open={asked !== undefined}
        onClose={() => setAsked(undefined)}
        title={asked === undefined ? "" : t("plan.standsTitle", { what: t(`variable.${asked}`) })}
      >
        <p className="mt-1 text-ink2">{t("plan.standsHelp")}</p>
        <div className="mt-3 flex flex-wrap gap-2">
          {values.map((value) => (
            <Button
              key={value}
              look="small"
              aria-pressed={asked !== undefined && state[asked] === value}
              className={asked !== undefined && state[asked] === value ? "bg-ink! text-chalk!" : ""}
              onClick={() => {
                if (asked !== undefined && state[asked] !== value) onStands(asked, value);
                setAsked(undefined);
              }}
            >
              {t(`value.${value}`)}
            </Button>
          ))}
        </div>
      </Dialog>
    </section>
  );
}
