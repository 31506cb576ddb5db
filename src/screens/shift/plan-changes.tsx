import { useTranslations } from "next-intl";
import type { EffectShown, ShiftChange } from "@/contract/shift";
import { clock } from "../states";

/** Why the plan changed, a line for each time; the latest first. */
export function PlanChanges({ changes, zone }: { changes: readonly ShiftChange[]; zone: string }) {
  const t = useTranslations("shift.plan");
  const jobs = useTranslations("job");
  if (changes.length === 0) return null;
  const effect = ({ kind, insteadOf, job, ...names }: EffectShown) =>
    kind === "job"
      ? t("effect.job", { ...names, job: job === undefined ? "" : jobs(job) })
      : kind === "gets" || kind === "does" || kind === "retests"
        ? insteadOf === undefined
          ? t(`effect.${kind}`, names)
          : t(`effect.${kind}_instead`, { ...names, insteadOf })
        : t(`effect.${kind}`, names);
  return (
    <section aria-label={t("changes")} className="border-y-2 border-ink bg-chalk2 px-4 py-2 md:px-5">
      <ul>
        {changes.map(({ atMs, causes, effects }) => (
          <li key={atMs} className="py-0.5">
            <b>{clock(atMs, zone)}</b>{" "}
            {causes.length === 0
              ? t("replanned")
              : causes
                  .map(({ kind, name, minutes }) => t(`cause.${kind}`, { name, minutes: minutes ?? 0 }))
                  .join(", ")}
            {": "}
            {effects.map(effect).join(", ")}
          </li>
        ))}
      </ul>
    </section>
  );
}
