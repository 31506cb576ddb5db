import { useTranslations } from "next-intl";
import { useMemo } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import { planInspection } from "@/core/plan/plan";
import type { Sheet } from "@/core/sheet/sheet";
import { usualPractice } from "@/core/vocabulary/practice";
import { Board } from "@/kit/board/board";
import { checkTitle } from "../inspect/words";
import { asItHolds, type Effect, withoutFigure } from "./draft";

const most = 6;

/** The board as the sheet stands, what the last entry switched on or off, and which checks are left blind. */
export function LiveView({ sheet: draft, effect }: { sheet: Sheet; effect: Effect | undefined }) {
  const t = useTranslations();
  const sheet = useMemo(() => asItHolds(draft), [draft]);
  const plan = useMemo(
    () =>
      planInspection({
        sheet,
        scope: { kind: "full" },
        practice: usualPractice,
      }),
    [sheet],
  );
  const blind = withoutFigure(sheet);
  return (
    <aside className="grid content-start gap-3">
      <h2 className="text-[20px] leading-none font-bold">{t("sheets.live")}</h2>
      <p className="text-ink2">
        {t("sheets.liveChecks", { count: plan.checks.length, minutes: Math.round(plan.minutes) })}
      </p>
      <div aria-live="polite" className="grid gap-2">
        {effect === undefined ? null : effect.on.length + effect.off.length === 0 ? (
          <p>{t("sheets.nothing")}</p>
        ) : (
          <>
            <Checks words={t("sheets.on")} checks={effect.on} />
            <Checks words={t("sheets.off")} checks={effect.off} />
          </>
        )}
      </div>
      <Board
        sheet={sheet}
        stops={plan.visits.map((visit) => ({ stop: visit.stop, state: "open" }))}
        now={-1}
      />
      {blind.length === 0 ? null : (
        <ul className="border-t border-line pt-2">
          {blind.slice(0, most).map(({ check, figure }) => (
            <li key={figure}>
              {t("sheets.cannot", { check: checkTitle(t, check), figure: t(`figure.${figure}`) })}
            </li>
          ))}
          {blind.length > most ? <li>{t("sheets.more", { count: blind.length - most })}</li> : null}
        </ul>
      )}
    </aside>
  );
}

function Checks({ words, checks }: { words: string; checks: readonly Check[] }) {
  const t = useTranslations();
  if (checks.length === 0) return null;
  return (
    <div className="border-l-4 border-ink pl-3">
      <p className="font-bold">{words}</p>
      <ul>
        {checks.slice(0, most).map((check) => (
          <li key={check.key}>
            {checkTitle(t, check)}, {t(`stop.${check.at}`).toLowerCase()}
          </li>
        ))}
        {checks.length > most ? <li>{t("sheets.more", { count: checks.length - most })}</li> : null}
      </ul>
    </div>
  );
}
