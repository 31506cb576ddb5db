import { useTranslations } from "next-intl";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Square } from "@/kit/mark";

/** What a yard needs before its first walk, in order, and what is there. */
export interface FirstSteps {
  readonly sheet: boolean;
  readonly unit: boolean;
  readonly operator: boolean;
  readonly trained: boolean;
  /** Whether somebody who is trained was made familiar with a unit's model; undefined where the policy asks nobody to be. */
  readonly familiar: boolean | undefined;
  readonly walk: boolean;
  /** Whether a place is drawn, to survey where a unit works. */
  readonly place: boolean;
  /** The first unit, to print its code and walk it. */
  readonly plate: string | undefined;
}

const all = ["sheet", "unit", "print", "operator", "trained", "familiar", "walk", "place"] as const;

/** The first steps of a yard, one after the other: the one to do now is said with brass. */
export function StartView({ done, operatorId }: { done: FirstSteps; operatorId: string | undefined }) {
  const t = useTranslations();
  const steps = all.filter((step) => step !== "familiar" || done.familiar !== undefined);
  const has = (step: (typeof all)[number]) => (step === "print" ? done.walk : done[step]) === true;
  const next = steps.find((step) => step !== "print" && !has(step));
  const hrefs: Readonly<Record<(typeof all)[number], string | undefined>> = {
    sheet: "/sheets/new",
    unit: done.sheet ? "/units/new" : undefined,
    print: done.plate === undefined ? undefined : `/units/${encodeURIComponent(done.plate)}/plate`,
    operator: "/people",
    trained: operatorId === undefined ? "/people" : `/people/${operatorId}`,
    familiar: operatorId === undefined ? "/people" : `/people/${operatorId}`,
    walk: done.plate === undefined ? undefined : `/units/${encodeURIComponent(done.plate)}`,
    place: "/settings/places/new",
  };
  return (
    <div className="max-w-[920px] p-4 md:p-6">
      <h1 className="text-[28px] leading-none font-bold">{t("start.title")}</h1>
      <p className="mt-2 max-w-[70ch] text-ink2">{t("start.lead")}</p>
      <ol className="mt-4">
        {steps.map((step, i) => {
          const href = hrefs[step];
          return (
            <li
              key={step}
              className="grid min-h-[84px] grid-cols-[44px_1fr_auto] items-center gap-4 border-b border-line py-3"
            >
              <Square kind={has(step) ? "fine" : "open"} size={34} />
              <span className="leading-snug">
                <b className="text-[19px]">
                  {i + 1}. {t(`start.${step}`)}
                </b>
                <span className="block text-ink2">{t(`start.${step}Why`)}</span>
              </span>
              {href === undefined ? null : (
                <Link href={href} className={buttonLook(step === next ? "go" : "small")}>
                  {t(`start.${step}Go`)}
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
