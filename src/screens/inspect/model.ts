"use client";
import { useTranslations } from "next-intl";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { type Check, checksOf } from "@/core/catalogue/catalogue";
import type { Decision, DecisionFacts } from "@/core/decision/decide";
import { judge } from "@/core/decision/judge";
import type { Assessment } from "@/core/grade/assess";
import type { MatterStanding } from "@/core/grade/matters";
import type { Touch } from "@/core/plan/retest";
import { whyRetested } from "@/core/plan/scope";
import type { Plan, PlanInput } from "@/core/plan/types";
import type { Saw } from "@/core/record/events";
import type { Reduction } from "@/core/record/reduce";
import { type Circumstances, circumstancesOf } from "@/core/underway/circumstances";
import { follow, type Known } from "@/core/underway/follow";
import { practiceOf } from "@/core/vocabulary/practice";
import type { InspectionLog, LogState } from "@/device/inspection-log";
import { keepFacts } from "@/device/kept-walks";
import { live } from "@/device/live";
import { getJson } from "@/device/send-json";
import { type Card, cardsOf } from "./cards";
import type { InspectData } from "./inspect-data";
import { lineHeights } from "./line-heights";
import type { T } from "./words";

export interface InspectModel {
  readonly data: InspectData;
  readonly log: InspectionLog;
  readonly state: LogState;
  /** What the walk was planned from. */
  readonly input: PlanInput;
  /** The plan as it is followed: planned anew where the operator left it, and behind a finding that stops the machine. */
  readonly plan: Plan;
  readonly circumstances: Circumstances;
  /** Why each check of a re-test is in it; empty in any other scope. */
  readonly why: ReadonlyMap<string, readonly Touch[]>;
  readonly cards: readonly Card[];
  readonly reduction: Reduction;
  readonly assessment: Assessment;
  /** What was open on the unit before, and what this walk has said of each. */
  readonly matters: readonly MatterStanding[];
  readonly decision: Decision;
  readonly facts: DecisionFacts;
  /** A finding that tags out stands: looking may go on, operating may not. */
  readonly held: boolean;
  /** The event of that finding, or `start` for a unit held before. */
  readonly heldFrom: string | undefined;
  /** Reads anew what besides this walk bears on it. */
  readonly readFacts: () => Promise<void>;
}

/** One inspection on this device: all that follows from its log by the core. */
export function useInspection(data: InspectData, log: InspectionLog): InspectModel {
  const [facts, setFacts] = useState(data.facts);
  const state = useSyncExternalStore(log.subscribe, log.snapshot, log.snapshot);
  const readFacts = useCallback(async () => {
    const answer = await getJson<{ facts: DecisionFacts; head: Saw }>(`/api/inspections/${data.id}/facts`);
    // Without a signal what was read last stands, and says as of when.
    if (answer.link !== "sent") return;
    const { facts: now, head } = answer.data;
    setFacts(now);
    log.see(head);
    void keepFacts(data.id, now, head);
  }, [data.id, log]);
  useEffect(() => {
    if (state.behind) void readFacts();
  }, [state.behind, readFacts]);
  useEffect(
    () => live().hear((unitId) => void ((unitId === "" || unitId === data.unitId) && readFacts())),
    [data.unitId, readFacts],
  );
  const known = useRef<Known>(new Map());
  const input = useMemo<PlanInput>(
    () => ({
      sheet: data.sheet,
      scope: data.scope,
      practice: practiceOf(data.policy),
      found: data.found,
      minutes: data.minutes,
    }),
    [data],
  );
  const circumstances = useMemo(() => circumstancesOf(input, state.events), [input, state.events]);
  const why = useMemo(
    () =>
      data.scope.kind === "retest"
        ? whyRetested(data.scope, checksOf(data.sheet), data.sheet)
        : new Map<string, readonly Touch[]>(),
    [data],
  );
  const unheld = useMemo(() => follow(input, state.events, undefined, known.current), [input, state.events]);
  const { reduction, assessment, matters, decision } = useMemo(
    () =>
      judge(unheld.due, data.sheet, data.policy, state.events, facts, (check) => ({
        earlierTopUps: data.topUps[check] ?? 0,
        grown: false,
      })),
    [unheld.due, data, state.events, facts],
  );
  const stopping = useMemo(() => {
    const stops = new Set(
      assessment.findings.filter((f) => f.grade === "tag_out" && !f.place).map((f) => f.eventId),
    );
    return state.events.find((event) => stops.has(event.id))?.id;
  }, [assessment, state.events]);
  // A re-test is made under its tag: what hangs on the unit does not stop it.
  const heldBefore = facts.scope !== "retest" && facts.holds.length > 0;
  const heldFrom = stopping ?? (heldBefore ? "start" : undefined);
  const plan = useMemo(
    () => (heldFrom === undefined ? unheld : follow(input, state.events, heldFrom, known.current)),
    [heldFrom, unheld, input, state.events],
  );
  const t = useTranslations() as unknown as T;
  const heights = useMemo(() => lineHeights(t, data), [t, data]);
  const { visits } = plan;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a plan's cards follow from its visits alone
  const cards = useMemo(
    () => cardsOf(plan, circumstances.found, heights),
    [visits, circumstances.found, heights],
  );
  const held = heldFrom !== undefined;
  return {
    data,
    log,
    state,
    input,
    plan,
    circumstances,
    why,
    cards,
    reduction,
    assessment,
    matters,
    decision,
    facts,
    held,
    heldFrom,
    readFacts,
  };
}

/** Whether a check may still be made: after a stop-grade finding, looking only. */
export const mayMake = (check: Check, held: boolean): boolean => !held || check.definition.powered !== true;
