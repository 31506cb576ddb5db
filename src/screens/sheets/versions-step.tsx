import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Weakening } from "@/core/catalogue/weakened";
import type { Difference } from "@/core/sheet/difference";
import type { Sheet } from "@/core/sheet/sheet";
import type { FeatureId } from "@/core/vocabulary/features";
import { Button } from "@/kit/button";
import { titleOfId, titleOfKey } from "../inspect/words";
import { ShorterWalk } from "../proof/shorter-walk";
import { send } from "../send";
import { dayAndClock } from "../states";

export interface VersionRow {
  readonly version: number;
  readonly atMs: number;
  readonly by: string | null;
  readonly note: string | null;
  readonly changes: readonly Difference[] | undefined;
}

export interface ClaimRow {
  readonly id: string;
  /** The feature it says is not fitted; null for a whole change. */
  readonly feature: FeatureId | null;
  readonly weakens: readonly Weakening[];
  readonly manualPage: string;
  readonly by: string;
  readonly mine: boolean;
  /** The sheet as it would be, where the whole change waits. */
  readonly content: Sheet | null;
}

/** What waits for a second person, and what each version changed. */
export function VersionsStep({
  versions,
  claims,
  mayConfirm,
  mayEdit,
  zone,
}: {
  versions: readonly VersionRow[];
  claims: readonly ClaimRow[];
  mayConfirm: boolean;
  mayEdit: boolean;
  zone: string;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const settle = async (id: string, method: "POST" | "DELETE") => {
    const sent = await send(`/api/sheets/claims/${id}`, {}, method);
    setProblem(sent.ok ? undefined : sent.detail);
    if (sent.ok) router.refresh();
  };
  const name = (change: Difference) => {
    if (change.at === "head") return t(`sheets.${change.id}`);
    if (change.at === "position") return t(`stop.${change.id}`);
    if (change.at === "alarm") return t(`sound.${change.id}`);
    if (change.at === "stop_button") return `${t("sheets.steps.stops")}: ${change.id}`;
    if (change.at === "interval") return `${t("sheets.steps.intervals")}: ${titleOfId(t, change.id)}`;
    return t(`${change.at}.${change.id}`);
  };
  return (
    <div>
      {claims.length === 0 ? null : (
        <section className="mb-5 border-[2.5px] border-ink p-3">
          <h3 className="text-[20px] font-bold">{t("sheets.waitingTitle")}</h3>
          <ul>
            {claims.map((claim) => (
              <li
                key={claim.id}
                className="flex flex-wrap items-center justify-between gap-3 border-b border-line py-2"
              >
                <span>
                  {claim.feature === null
                    ? t("sheets.waitingWhole", {
                        count: claim.weakens.length,
                        page: claim.manualPage,
                        by: claim.by,
                      })
                    : t("sheets.waitingFor", {
                        feature: t(`feature.${claim.feature}`),
                        page: claim.manualPage,
                        by: claim.by,
                      })}
                  {claim.feature !== null ? null : (
                    <span className="block text-ink2">
                      {claim.weakens
                        .slice(0, 8)
                        .map(({ id }) => (id.includes("@") ? titleOfKey(t, id) : id))
                        .join(", ")}
                      {claim.weakens.length > 8 ? ", ..." : ""}
                    </span>
                  )}
                  {claim.content !== null && claim.weakens.some(({ what }) => what === "interval") ? (
                    <ShorterWalk sheet={claim.content} />
                  ) : null}
                  {claim.mine ? <span className="block text-ink2">{t("sheets.yours")}</span> : null}
                </span>
                <span className="flex gap-2">
                  {mayConfirm && !claim.mine ? (
                    <Button look="small" onClick={() => void settle(claim.id, "POST")}>
                      {t("sheets.confirm")}
                    </Button>
                  ) : null}
                  {mayEdit ? (
                    <Button look="small" onClick={() => void settle(claim.id, "DELETE")}>
                      {t("sheets.withdraw")}
                    </Button>
                  ) : null}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {problem === undefined ? null : (
        <p role="alert" className="border-[2.5px] border-tag p-3">
          {problem}
        </p>
      )}
      <ol>
        {versions.map((v) => (
          <li key={v.version} className="border-b border-line py-3">
            <p className="font-bold">
              {t("sheets.version", { version: v.version })}
              <span className="ml-3 font-normal text-ink2">
                {t("sheets.bySomeone", {
                  by: v.by ?? t("settings.system"),
                  when: dayAndClock(v.atMs, zone),
                })}
              </span>
            </p>
            {v.note === null ? null : <p>{v.note}</p>}
            {v.changes === undefined ? (
              <p className="text-ink2">{t("sheets.first")}</p>
            ) : (
              <ul className="mt-1 grid gap-0.5">
                {v.changes.map((change) => (
                  <li key={`${change.at} ${change.id}`}>
                    <b>{name(change)}</b>{" "}
                    <span className="text-ink2">
                      {t("sheets.before")} {change.before ?? t("sheets.none")}, {t("sheets.after")}
                    </span>{" "}
                    {change.after ?? t("sheets.none")}
                  </li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
