"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { RetentionShown } from "@/contract/retention";
import {
  type KeptKind,
  type KeptYears,
  keptKinds,
  mostYears,
  shorterAfterDays,
} from "@/core/vocabulary/kept";
import { TextField } from "@/kit/field";
import { Ask, Field } from "../ask";
import { dayAndClock } from "../states";
import { Due } from "./due";
import { Holds } from "./holds";

/** How long a site keeps what stands beside its ledgers, what is held whatever the rule says, and what is past its time. */
export function RetentionView({
  siteId,
  shown,
  units,
  zone,
  may,
}: {
  siteId: string;
  shown: RetentionShown;
  units: readonly { readonly id: string; readonly plate: string }[];
  zone: string;
  may: Readonly<Record<"hold" | "change", boolean>>;
}) {
  const t = useTranslations();
  const path = `/api/sites/${encodeURIComponent(siteId)}`;
  return (
    <div className="p-4 md:p-6">
      <h1 className="text-[28px] leading-none font-bold">{t("retention.title")}</h1>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("retention.lead")}</p>
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <section>
          <h2 className="text-[22px] font-bold">{t("retention.rule")}</h2>
          <Rule path={path} shown={shown} zone={zone} mayChange={may.change} />
          <h2 className="mt-6 text-[22px] font-bold">{t("retention.due")}</h2>
          <Due path={path} due={shown.due} zone={zone} mayErase={may.change} />
          {shown.erased.length === 0 ? null : (
            <>
              <h2 className="mt-6 text-[22px] font-bold">{t("retention.erased")}</h2>
              <ul className="mt-1">
                {shown.erased.map(({ kind, count, by, confirmedBy, atMs }) => (
                  <li key={`${kind} ${atMs}`} className="border-b border-line py-2">
                    {dayAndClock(atMs, zone)}: <b>{t(`retention.count.${kind}`, { count })}</b>,{" "}
                    {t("retention.byBoth", { by, second: confirmedBy })}
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <Holds path={path} holds={shown.holds} units={units} zone={zone} may={may} />
      </div>
    </div>
  );
}

function Rule({
  path,
  shown,
  zone,
  mayChange,
}: {
  path: string;
  shown: RetentionShown;
  zone: string;
  mayChange: boolean;
}) {
  const t = useTranslations();
  const [typed, setTyped] = useState<Readonly<Record<KeptKind, string>>>({
    pictures: "",
    answers: "",
    reports: "",
    ...(Object.fromEntries(Object.entries(shown.years).map(([kind, years]) => [kind, `${years}`])) as object),
  });
  const years: KeptYears = Object.fromEntries(
    keptKinds.flatMap((kind) => (typed[kind] === "" ? [] : [[kind, Number(typed[kind])]])),
  );
  const good = Object.values(years).every((one) => Number.isInteger(one) && one >= 1 && one <= mostYears);
  const waits = keptKinds.filter((kind) => (shown.years[kind] ?? 0) !== (shown.inForce[kind] ?? 0));
  return (
    <>
      {shown.setBy === undefined ? (
        <p className="text-ink2">{t("retention.noRule")}</p>
      ) : (
        <p className="text-ink2">
          {t("retention.setBy", { by: shown.setBy.by, when: dayAndClock(shown.setBy.atMs, zone) })}
        </p>
      )}
      {waits.map((kind) => (
        <p key={kind} className="font-semibold">
          {t("retention.waits", {
            what: t(`retention.kind.${kind}`),
            years: shown.inForce[kind] ?? 0,
            days: shorterAfterDays,
          })}
        </p>
      ))}
      <fieldset disabled={!mayChange} className="mt-2">
        <Ask
          path={`${path}/retention`}
          method="PUT"
          make={() => ({ body: { years } })}
          ready={mayChange && good && keptKinds.some((kind) => years[kind] !== shown.years[kind])}
          words={t("retention.save")}
        >
          {keptKinds.map((kind) => (
            <Field key={kind} words={t(`retention.kind.${kind}`)} hint={t("retention.yearsHint")}>
              <TextField
                inputMode="numeric"
                value={typed[kind]}
                maxLength={2}
                onChange={({ target }) =>
                  setTyped((was) => ({ ...was, [kind]: target.value.replace(/\D/g, "") }))
                }
              />
            </Field>
          ))}
        </Ask>
      </fieldset>
    </>
  );
}
