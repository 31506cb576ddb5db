"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { SheetEffect } from "@/core/catalogue/sheet-effect";
import { buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Ask, Field, NamedField } from "../ask";
import { SecondFields } from "../digits-field";
import { titleOfKey } from "../inspect/words";
import { dayAndClock } from "../states";
import { UnitHead } from "../unit/unit-head";

type Named = { readonly id: string; readonly name: string };

export interface ManagedUnit {
  readonly plate: string;
  readonly retired: boolean;
  readonly sheetId: string | null;
  readonly sheetName: string | null;
  readonly changes: readonly {
    readonly kind: string;
    readonly atMs: number;
    readonly by: string;
    readonly second: string | null;
    readonly why: string;
  }[];
}

/** A unit's place in the pool: its code to print, its sheet, another site, out of the pool and back. */
export function ManageUnit({
  unit,
  sheets,
  sites,
  to,
  effect,
  zone,
}: {
  unit: ManagedUnit;
  sheets: readonly Named[];
  /** The other sites of this owner. */
  sites: readonly Named[];
  /** The sheet whose effect is shown. */
  to: string | undefined;
  effect: SheetEffect | undefined;
  zone: string;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [why, setWhy] = useState("");
  const [site, setSite] = useState(sites[0]?.id ?? "");
  const path = `/api/units/${encodeURIComponent(unit.plate)}/pool`;
  return (
    <div className="p-4 md:p-6">
      <UnitHead plate={unit.plate} title={t("pool.title")} />
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <section>
          <h2 className="text-[22px] font-bold">{t("pool.code")}</h2>
          <p className="text-ink2">{t("pool.codeLead")}</p>
          <a
            href={`/units/${encodeURIComponent(unit.plate)}/plate`}
            className={`${buttonLook("small")} mt-3`}
          >
            {t("pool.print")}
          </a>
        </section>
        <section>
          <h2 className="text-[22px] font-bold">{t("pool.sheet")}</h2>
          <p className="text-ink2">{unit.sheetName ?? t("units.noSheet")}</p>
          <NamedField
            words={t("pool.otherSheet")}
            value={to ?? unit.sheetId ?? ""}
            options={sheets}
            onPick={(id) => router.replace(`?to=${encodeURIComponent(id)}`)}
          />
          {effect === undefined || to === undefined || to === unit.sheetId ? null : (
            <Effect path={path} to={to} effect={effect} />
          )}
        </section>
        <section>
          <h2 className="text-[22px] font-bold">{t(unit.retired ? "pool.back" : "pool.retire")}</h2>
          <p className="mb-2 text-ink2">{t(unit.retired ? "pool.backLead" : "pool.retireLead")}</p>
          <Ask
            path={path}
            make={() => ({ body: { kind: unit.retired ? "back" : "retired", why } })}
            ready={why.trim().length >= 3}
            done={() => setWhy("")}
            words={t(unit.retired ? "pool.back" : "pool.retire")}
          >
            <Field words={t("clocks.voidWhy")}>
              <TextField value={why} maxLength={400} onChange={(event) => setWhy(event.target.value)} />
            </Field>
          </Ask>
        </section>
        {sites.length === 0 ? null : (
          <section>
            <h2 className="text-[22px] font-bold">{t("pool.move")}</h2>
            <p className="mb-2 text-ink2">{t("pool.moveLead")}</p>
            <Ask
              path={path}
              make={() => ({ body: { kind: "moved", siteId: site, why: "" } })}
              ready={site !== ""}
              words={t("pool.move")}
            >
              <NamedField words={t("first.site")} value={site} options={sites} onPick={setSite} />
            </Ask>
          </section>
        )}
        <section>
          <h2 className="text-[22px] font-bold">{t("people.history")}</h2>
          {unit.changes.length === 0 ? <p className="text-ink2">{t("units.none")}</p> : null}
          <ul>
            {unit.changes.map(({ kind, atMs, by, second, why: said }) => (
              <li key={`${atMs} ${kind}`} className="border-b border-line py-1.5">
                {dayAndClock(atMs, zone)}: <b>{t(`pool.change.${kind}`)}</b>, {by}
                {second === null ? "" : `, ${t("pool.with", { second })}`}
                {said === "" ? "" : `, “${said}”`}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

/** Checks named at most. */
const mostNamed = 12;

function Effect({ path, to, effect }: { path: string; to: string; effect: SheetEffect }) {
  const t = useTranslations();
  const [typed, setTyped] = useState({ page: "", badge: "", pin: "" });
  const softer = effect.weakens.length > 0;
  const named = (keys: readonly string[]) =>
    keys
      .slice(0, mostNamed)
      .map((key) => titleOfKey(t, key))
      .join("; ") + (keys.length > mostNamed ? " …" : "");
  const set = (id: keyof typeof typed) => (event: { target: { value: string } }) =>
    setTyped((was) => ({ ...was, [id]: event.target.value }));
  return (
    <div className="mt-3 border-[2.5px] border-ink p-3">
      <p>
        <b>{t("pool.comes", { count: effect.comes.length })}</b> {named(effect.comes)}
      </p>
      <p className="mt-1">
        <b>{t("pool.goes", { count: effect.goes.length })}</b> {named(effect.goes)}
      </p>
      {softer ? (
        <p className="mt-1 font-semibold text-tag">{t("pool.softer", { count: effect.weakens.length })}</p>
      ) : null}
      <div className="mt-3">
        <Ask
          path={path}
          make={() => ({
            body: {
              ...{ kind: "sheet", sheetId: to },
              ...(softer && { page: typed.page, second: { badge: typed.badge, pin: typed.pin } }),
            },
          })}
          ready={!softer || Object.values(typed).every((text) => text.trim() !== "")}
          words={t("pool.useSheet")}
        >
          {softer ? (
            <>
              <Field words={t("pool.page")}>
                <TextField value={typed.page} maxLength={80} onChange={set("page")} />
              </Field>
              <SecondFields second={typed} onType={(second) => setTyped((was) => ({ ...was, ...second }))} />
            </>
          ) : null}
        </Ask>
      </div>
    </div>
  );
}
