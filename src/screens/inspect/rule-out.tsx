"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { type Helps, TryAlso } from "./try-also";

/**
 * What would explain a movement that did not come, each to be checked before it is called a fault. What was checked is
 * recorded at once: from then on the response is in question, and "works now" asks which of them it was.
 */
export function RuleOut({
  possible,
  looked,
  helps,
  onLooked,
  onWasIt,
  onUnknown,
  onStillDead,
  onBack,
}: {
  possible: readonly string[];
  looked: ReadonlySet<string>;
  helps: Helps | undefined;
  onLooked: (id: string) => void;
  onWasIt: (id: string) => void;
  /** It works, and nobody knows why. */
  onUnknown: () => void;
  onStillDead: () => void;
  onBack: () => void;
}) {
  const t = useTranslations();
  const [works, setWorks] = useState(false);
  if (works) {
    return (
      <>
        <h3 className="mt-2 text-[20px] font-bold">{t("inspect.whichWasIt")}</h3>
        <div className="mt-3 grid gap-2 md:grid-cols-2">
          {possible.map((id) => (
            <Button key={id} look="small" className="justify-start text-left" onClick={() => onWasIt(id)}>
              {t(`interlock.${id}`)}
            </Button>
          ))}
        </div>
        <Button look="small" className="mt-4" onClick={() => setWorks(false)}>
          {t("inspect.cancel")}
        </Button>
      </>
    );
  }
  const left = possible.filter((id) => !looked.has(id)).length;
  return (
    <>
      <h3 className="mt-2 text-[20px] font-bold">{t("inspect.ruleOut")}</h3>
      <p className="text-ink2">{t("inspect.ruleOutHelp")}</p>
      <div className="mt-3 grid gap-2 md:grid-cols-2">
        {possible.map((id) => (
          <button
            key={id}
            type="button"
            aria-pressed={looked.has(id)}
            onClick={() => (looked.has(id) ? undefined : onLooked(id))}
            className={`flex min-h-[48px] items-center gap-3 border-2 px-3 py-1.5 text-left leading-tight ${looked.has(id) ? "border-ink bg-chalk2" : "border-ink3"}`}
          >
            <Mark kind={looked.has(id) ? "fine" : "open"}>{""}</Mark>
            <span className="text-ink">{t(`checked.${id}`)}</span>
          </button>
        ))}
      </div>
      {left === 0 && helps !== undefined ? <TryAlso helps={helps} /> : null}
      <div className="mt-4 flex flex-wrap gap-3 border-t border-line pt-4">
        <Button look="small" onClick={() => setWorks(true)}>
          {t("inspect.fixed")}
        </Button>
        <Button look="small" onClick={onUnknown}>
          {t("inspect.fixedUnknown")}
        </Button>
        <Button
          look={left === 0 ? "go" : "asleep"}
          disabled={left > 0}
          onClick={onStillDead}
          className="min-w-0"
        >
          {left === 0 ? t("inspect.stillDead") : t("inspect.open", { count: left })}
        </Button>
        <Button look="small" onClick={onBack}>
          {t("inspect.cancel")}
        </Button>
      </div>
    </>
  );
}
