"use client";
import { useTranslations } from "next-intl";
import { useCallback, useMemo, useSyncExternalStore } from "react";
import { type Check, checksOf } from "@/core/catalogue/catalogue";
import { siteRulesAt } from "@/core/catalogue/site-rules";
import type { Touch } from "@/core/plan/retest";
import { whyRetested } from "@/core/plan/scope";
import type { WalkAction } from "@/core/underway/acts";
import type { Dispatched, InspectionSession, WalkState } from "@/device/walk/session";
import { type Card, cardsOf } from "./cards";
import type { InspectData } from "./inspect-data";
import { lineHeights } from "./line-heights";
import type { Readings } from "./reading";
import type { T } from "./words";

/** A walk as it is drawn: as it stands, and cut into cards. */
export interface InspectModel extends WalkState {
  readonly data: InspectData;
  readonly session: InspectionSession;
  readonly dispatch: (action: WalkAction) => Promise<Dispatched>;
  /** Why each check of a re-test is in it; empty in any other scope. */
  readonly why: ReadonlyMap<string, readonly Touch[]>;
  readonly cards: readonly Card[];
}

export function useInspection(data: InspectData, session: InspectionSession): InspectModel {
  const t = useTranslations() as unknown as T;
  const walk = useSyncExternalStore(session.subscribe, session.snapshot, session.snapshot);
  const why = useMemo(
    () =>
      data.scope.kind === "retest"
        ? whyRetested(data.scope, checksOf(data.sheet), data.sheet)
        : new Map<string, readonly Touch[]>(),
    [data],
  );
  const heights = useMemo(() => lineHeights(t, data), [t, data]);
  const { visits } = walk.plan;
  const { found } = walk.circumstances;
  const cards = useMemo(
    () => cardsOf(visits, found, heights, ({ definition }) => siteRulesAt(data.policy, definition)),
    [visits, found, heights, data.policy],
  );
  const dispatch = useCallback(
    (action: WalkAction) => session.dispatch(action, t("inspect.corrected")),
    [session, t],
  );
  return { ...walk, data, session, dispatch, why, cards };
}

/** Whether a check may still be made: after a stop-grade finding, looking only. */
export const mayMake = (check: Check, held: boolean): boolean => !held || check.definition.powered !== true;

/** What was read on this walk, by the id of its check: the last of several. */
export function readingsOf({ reduction }: Pick<InspectModel, "reduction">): Readings {
  const readings: Record<string, number> = {};
  for (const [key, given] of reduction.given) {
    const last = given.at(-1);
    if (last?.type === "measured") readings[key.slice(0, key.indexOf("@"))] = last.value;
  }
  return readings;
}
