"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { policyDiff } from "@/core/vocabulary/policy-diff";
import type { Policy } from "@/core/vocabulary/policy-form";
import { Button } from "@/kit/button";
import { Mark } from "@/kit/mark";
import { send } from "../send";
import { day, dayAndClock } from "../states";
import { Differences } from "./differences";

export interface PolicyVersion {
  readonly id: string;
  readonly policy: Policy;
  readonly note: string | null;
  readonly holdsFromMs: number;
  readonly setAtMs: number;
  readonly by: string;
  /** Null while it waits for its day. */
  readonly became: "in_force" | "withdrawn" | null;
}

/** All the policies a site has had, each beside the one that holds. */
export function History({
  siteId,
  versions,
  now,
  zone,
  mayChange,
}: {
  siteId: string;
  versions: readonly PolicyVersion[];
  now: Policy;
  zone: string;
  mayChange: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [compared, setCompared] = useState<string>();
  const [problem, setProblem] = useState("");
  const withdraw = async (id: string) => {
    const answer = await send(`/api/sites/${encodeURIComponent(siteId)}/policies/${id}`, {}, "DELETE");
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
  };
  return (
    <section className="mt-8">
      <h2 className="text-[22px] font-bold">{t("policy.history")}</h2>
      {versions.length === 0 ? <p className="text-ink2">{t("units.none")}</p> : null}
      <ul>
        {versions.map((version) => (
          <li key={version.id} className="border-b border-line py-2">
            <div className="flex flex-wrap items-center justify-between gap-3">
              <span>
                {dayAndClock(version.setAtMs, zone)}, {version.by}
                {version.note === null ? "" : `: “${version.note}”`}
              </span>
              <span className="flex flex-wrap items-center gap-3">
                <Mark
                  kind={version.became === "in_force" ? "fine" : version.became === null ? "open" : "skipped"}
                >
                  {version.became === null
                    ? t("policy.waits", { day: day(version.holdsFromMs, zone) })
                    : t(`policy.became.${version.became}`)}
                </Mark>
                {version.became === null && mayChange ? (
                  <Button look="small" onClick={() => void withdraw(version.id)}>
                    {t("policy.withdraw")}
                  </Button>
                ) : null}
                <Button
                  look="small"
                  aria-expanded={compared === version.id}
                  onClick={() => setCompared((was) => (was === version.id ? undefined : version.id))}
                >
                  {t("policy.compare")}
                </Button>
              </span>
            </div>
            {compared === version.id ? <Compared version={version.policy} now={now} /> : null}
          </li>
        ))}
      </ul>
      {problem === "" ? null : <p role="alert">{problem}</p>}
    </section>
  );
}

function Compared({ version, now }: { version: Policy; now: Policy }) {
  const t = useTranslations();
  const differences = policyDiff(version, now);
  return differences.length === 0 ? (
    <p className="mt-1 text-ink2">{t("policy.same")}</p>
  ) : (
    <Differences differences={differences} />
  );
}
