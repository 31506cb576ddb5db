import { useTranslations } from "next-intl";
import type { PolicyDifference } from "@/core/vocabulary/policy-diff";
import { practiceIds } from "@/core/vocabulary/practice";
import { Mark } from "@/kit/mark";
import { conditionWord } from "../inspect/words";

type T = (key: string, values?: Record<string, string | number>) => string;
const orders: ReadonlySet<string> = new Set(practiceIds);

/** A matter and one value of it, in words. */
export function matterWords(t: T, matter: string): string {
  if (orders.has(matter)) return t(`plan.practice.${matter}`);
  const [kind, ...rest] = matter.split(".");
  if (kind === "upkeep") return t(`upkeep.${rest.join(".")}`);
  if (kind === "matterGone") return t(`policy.matter.gone_${rest.join(".")}`);
  if (kind === "rules") return ruleWords(t, rest.join("."));
  return t(`policy.matter.${matter}`);
}

/** A rule's check and condition in words. */
export function ruleWords(t: T, key: string): string {
  const [check = "", condition = ""] = key.split("/");
  return `${t(`check.${check}.title`)}: ${conditionWord(t, condition).toLowerCase()}`;
}

function valueWords(t: T, matter: string, value: unknown): string {
  if (value === undefined) return t("policy.unsaid");
  if (typeof value === "boolean") return t(value ? "policy.allowed" : "policy.forbidden");
  if (typeof value === "number") return `${value}`;
  if (typeof value === "object" && value !== null && "shape" in value)
    return t(`policy.lineShape.${value.shape}`);
  if (orders.has(matter)) return t(`plan.practiceValue.${matter}.${value}`);
  return matter.startsWith("rules.") ? t(`grade.${value}`) : t(`policy.value.${value}`);
}

/** In what two policies differ, what is softer said. */
export function Differences({ differences }: { differences: readonly PolicyDifference[] }) {
  const t = useTranslations() as unknown as T;
  return (
    <ul className="mt-2">
      {differences.map(({ matter, was, is, softer, family }) => (
        <li
          key={`${family} ${matter}`}
          className="flex min-h-[44px] flex-wrap items-center justify-between gap-x-4 border-b border-line py-1"
        >
          <span>
            {family === undefined ? "" : `${t(`family.${family}`)}: `}
            <b>{matterWords(t, matter)}</b>: {valueWords(t, matter, was)} → {valueWords(t, matter, is)}
          </span>
          {softer ? <Mark kind="watch">{t("policy.softer")}</Mark> : null}
        </li>
      ))}
    </ul>
  );
}
