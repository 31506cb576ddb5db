import type { Fault } from "@/core/machine/faults";
import { foundStowed } from "@/core/plan/found";
import { planInspection } from "@/core/plan/plan";
import type { PlanInput, PlanStep } from "@/core/plan/types";
import { leftUnproven, type ProofSummary, summaryOf } from "@/core/proof/summary";
import { type Found, type WayHome, wayHomeAfter } from "@/core/proof/way-home";
import type { InspectionEvent } from "@/core/record/events";
import { circumstancesOf } from "@/core/underway/circumstances";
import { follow, type WalkInput } from "@/core/underway/follow";
import { leftBy } from "@/core/underway/left";

/**
 * What a worker is asked: what a walk would prove; what one that was made, by its events, leaves unproven; or what
 * brings a machine down after what was found on it.
 */
export type ProofQuestion =
  | { readonly ask: "proves"; readonly input: PlanInput }
  /** What a walk leaves unproven, and saves, with what is lent left out. */
  | { readonly ask: "spared"; readonly input: PlanInput }
  | { readonly ask: "left"; readonly input: WalkInput; readonly events: readonly InspectionEvent[] }
  | {
      readonly ask: "home";
      readonly input: WalkInput;
      readonly events: readonly InspectionEvent[];
      readonly heldFrom: string;
      readonly findings: readonly Found[];
    };

export type ProofAnswer =
  | { readonly ok: true; readonly summary: ProofSummary }
  | { readonly ok: true; readonly left: readonly Fault[] }
  | {
      readonly ok: true;
      readonly left: readonly Fault[];
      readonly minutes: number;
      /** With nothing left out. */
      readonly whole: number;
    }
  /** Null where it is down. */
  | { readonly ok: true; readonly home: WayHome | null }
  | { readonly ok: false; readonly why: string };

/** Worked out in a worker: it takes up to a second. */
export function answerTo(question: ProofQuestion): ProofAnswer {
  const { input } = question;
  if (question.ask === "proves")
    return {
      ok: true,
      summary: summaryOf(
        input.sheet,
        input.found ?? foundStowed(input.sheet),
        planInspection(input),
        input.atHand?.people,
      ),
    };
  if (question.ask === "spared") {
    const { steps, minutes, checks } = planInspection(input);
    const { lent: _, ...entire } = input;
    const left = leftUnproven(input, steps, new Set(checks.map(({ key }) => key)));
    return { ok: true, left, minutes, whole: planInspection(entire).minutes };
  }
  const { events } = question;
  if (question.ask === "left") return { ok: true, left: leftBy(input, events) };
  const { found, atHand } = circumstancesOf(input, events);
  const steps = doneOf(follow(input, events, question.heldFrom).steps, events);
  return {
    ok: true,
    home: wayHomeAfter(input.sheet, found, steps, question.findings, atHand.people) ?? null,
  };
}

/** The steps that were made, in their order. */
function doneOf(steps: readonly PlanStep[], events: readonly InspectionEvent[]): readonly PlanStep[] {
  const done = new Set(
    events.flatMap((event) =>
      event.type === "changed" ? [event.step] : event.type === "skipped" ? [] : [event.check],
    ),
  );
  return steps.filter((step) => done.has(step.kind === "check" ? step.check.key : step.id));
}
