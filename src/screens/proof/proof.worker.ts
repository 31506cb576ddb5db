import type { Fault } from "@/core/machine/faults";
import { foundStowed } from "@/core/plan/found";
import { type PlanInput, planInspection } from "@/core/plan/plan";
import { leftUnproven, type ProofSummary, summaryOf } from "@/core/proof/summary";
import type { InspectionEvent } from "@/core/record/events";
import { reduce } from "@/core/record/reduce";
import { circumstancesOf, follow } from "@/core/underway/follow";

/** Asked of the worker: what a walk would prove, or what one that was made, by its events, leaves unproven. */
export type ProofQuestion =
  | { readonly ask: "proves"; readonly input: PlanInput }
  | { readonly ask: "left"; readonly input: PlanInput; readonly events: readonly InspectionEvent[] };

export type ProofAnswer =
  | { readonly ok: true; readonly summary: ProofSummary }
  | { readonly ok: true; readonly left: readonly Fault[] }
  | { readonly ok: false; readonly why: string };

function answerTo(question: ProofQuestion): ProofAnswer {
  const { input } = question;
  if (question.ask === "proves")
    return {
      ok: true,
      summary: summaryOf(input.sheet, input.found ?? foundStowed(input.sheet), planInspection(input)),
    };
  const { events } = question;
  const { found, ending } = circumstancesOf(input, events);
  const made = [...reduce(events).given].flatMap(([check, given]) =>
    given.every(({ type }) => type === "skipped") ? [] : [check],
  );
  const { steps } = follow(input, events, undefined);
  return { ok: true, left: leftUnproven({ ...input, found, ending }, steps, new Set(made)) };
}

/** Runs a walk with every part failed, off the page's own thread. */
self.onmessage = (event: MessageEvent<ProofQuestion>) => {
  try {
    self.postMessage(answerTo(event.data));
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    self.postMessage({ ok: false, why } satisfies ProofAnswer);
  }
};
