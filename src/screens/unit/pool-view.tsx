"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { type CSSProperties, useEffect, useState } from "react";
import type { StandingState } from "@/core/decision/standing";
import type { Family } from "@/core/vocabulary/families";
import { unitsFor } from "@/core/vocabulary/plate-match";
import { buttonLook } from "@/kit/button";
import { Further } from "@/kit/further";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { Plate, plateWidth } from "@/kit/plate";
import { day, stateMark } from "../states";
import { UnitSearch } from "./unit-search";

export interface PoolRow {
  readonly id: string;
  readonly plate: string;
  readonly family: Family;
  readonly serial: string;
  readonly dueMs: number;
  readonly hasSheet: boolean;
  readonly state: StandingState;
}

/** So long somebody types on before the server is asked. */
const settlesMs = 250;

/**
 * The pool page by page, and where each unit stands; a unit is found by what one sees of its plate: at once among those
 * shown, by the server among all.
 */
export function PoolView({
  units,
  names,
  next,
  asked,
  mayAdd = false,
}: {
  units: readonly PoolRow[];
  /** Every unit of the pool. */
  names: readonly Pick<PoolRow, "plate" | "serial">[];
  /** The plate after which the next page begins. */
  next: string | undefined;
  /** What the server was asked to find. */
  asked: string;
  mayAdd?: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [typed, setTyped] = useState(asked);
  const found = unitsFor(typed, units);
  const meant = unitsFor(typed, names);
  const shown = new Set(units.map(({ plate }) => plate));
  const elsewhere = typed.trim() !== "" && typed !== asked && meant.some(({ plate }) => !shown.has(plate));
  useEffect(() => {
    if (!elsewhere) return;
    const settled = setTimeout(() => router.replace(`/units?find=${encodeURIComponent(typed)}`), settlesMs);
    return () => clearTimeout(settled);
  }, [elsewhere, typed, router]);
  return (
    <div className="p-4 md:p-5">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
        <h1 className="text-[28px] leading-none font-bold">{t("units.title")}</h1>
        <Link href="/clocks" className={buttonLook("small")}>
          {t("clocks.yardLink")}
        </Link>
        {mayAdd ? (
          <Link href="/units/new" className={buttonLook("small")}>
            {t("pool.add")}
          </Link>
        ) : null}
        <search>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (typed.trim() !== "" && meant[0] !== undefined) router.push(`/units/${meant[0].plate}`);
            }}
          >
            <UnitSearch
              units={names}
              typed={typed}
              onType={setTyped}
              onScan={({ plate }) => router.push(`/units/${plate}`)}
            />
          </form>
        </search>
      </div>
      <p role="status" className={meant.length === 0 ? "mt-4" : "sr-only"}>
        {meant.length === 0 ? t("units.findNone", { typed }) : t("units.findCount", { count: meant.length })}
      </p>
      <ul
        className="mt-4 grid gap-x-8 lg:grid-cols-2"
        style={{ "--plates": plateWidth(found.map(({ plate }) => plate)) } as CSSProperties}
      >
        {found.map((u) => (
          <li
            key={u.id}
            className="grid min-h-[64px] grid-cols-[var(--plates)_1fr_auto] items-center gap-x-4 border-b border-line py-1.5"
          >
            <Link href={`/units/${u.plate}`} className="grid min-h-[48px] content-center">
              <Plate>{u.plate}</Plate>
            </Link>
            <span className="leading-snug">
              <b>{t(`family.${u.family}`)}</b>
              <br />
              <span className="text-ink2">
                {u.serial}, {t("units.due").toLowerCase()}{" "}
                <span className="whitespace-nowrap">{day(u.dueMs, "UTC")}</span>
              </span>
            </span>
            {u.hasSheet ? (
              <Mark kind={stateMark[u.state]}>{t(`state.${u.state}`)}</Mark>
            ) : (
              <Mark kind="not_fitted">{t("state.no_sheet")}</Mark>
            )}
          </li>
        ))}
      </ul>
      <Further
        next={typed === "" && next !== undefined ? `/units?after=${encodeURIComponent(next)}` : undefined}
      >
        {t("units.further")}
      </Further>
    </div>
  );
}
