import Link from "next/link";
import { useTranslations } from "next-intl";
import type { StandingState } from "@/core/decision/standing";
import type { Family } from "@/core/vocabulary/families";
import { Mark } from "@/kit/mark";
import { Plate } from "@/kit/plate";
import { day, stateMark } from "../states";

export interface PoolRow {
  readonly id: string;
  readonly plate: string;
  readonly family: Family;
  readonly serial: string;
  readonly dueMs: number;
  readonly hasSheet: boolean;
  readonly state: StandingState;
}

/** The whole pool, and where each unit stands. */
export function PoolView({ units }: { units: readonly PoolRow[] }) {
  const t = useTranslations();
  return (
    <div className="p-4 md:p-5">
      <h1 className="text-[28px] leading-none font-bold">{t("units.title")}</h1>
      <ul className="mt-4 grid gap-x-8 lg:grid-cols-2">
        {units.map((u) => (
          <li
            key={u.id}
            className="grid min-h-[64px] grid-cols-[112px_1fr_auto] items-center gap-x-4 border-b border-line py-1.5"
          >
            <Link href={`/units/${u.plate}`} className="grid min-h-[48px] content-center">
              <Plate>{u.plate}</Plate>
            </Link>
            <span className="leading-snug">
              <b>{t(`family.${u.family}`)}</b>
              <br />
              <span className="text-ink2">
                {u.serial}, {t("units.due").toLowerCase()} {day(u.dueMs, 0)}
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
    </div>
  );
}
