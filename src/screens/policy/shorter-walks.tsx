import { useTranslations } from "next-intl";
import type { Practice } from "@/core/vocabulary/practice";
import type { PlannedModel } from "../plan/planning-view";
import { ShorterWalk } from "../proof/shorter-walk";

/** Each model whose sheet has intervals: what a walk saves where they are used, and what it then does not show. */
export function ShorterWalks({ models, practice }: { models: readonly PlannedModel[]; practice: Practice }) {
  const t = useTranslations();
  const some = models.filter(({ sheet }) => Object.keys(sheet.intervals ?? {}).length > 0);
  if (some.length === 0) return <p className="text-ink2">{t("policy.noIntervals")}</p>;
  return (
    <ul>
      {some.map(({ versionId, plates, name, sheet }) => (
        <li key={versionId} className="border-b border-line py-1.5">
          <b>{plates.slice(0, 6).join(", ")}</b> <span className="text-ink2">{name}</span>
          <ShorterWalk sheet={sheet} practice={practice} />
        </li>
      ))}
    </ul>
  );
}
