import type { z } from "zod";
import { type Check, checksOf } from "@/core/catalogue/catalogue";
import { expectedOf } from "@/core/machine/expect";
import { buildMachine } from "@/core/machine/machine";
import type { Change } from "@/core/plan/changes";
import { checkPlan } from "@/core/plan/checker/check-plan";
import { planWithBound } from "@/core/plan/plan";
import type { Reason } from "@/core/plan/possible";
import type { Touch } from "@/core/plan/retest";
import { whyRetested } from "@/core/plan/scope";
import type { PlanInput, PlanStep } from "@/core/plan/types";
import { type PlanVariable, variablesOf } from "@/core/plan/variables";
import { type PlanState, withValue } from "@/core/vocabulary/state/values";
import type { Db } from "@/server/database/database";
import { readInput } from "./plan-input";
import { proofOfSteps } from "./proofs";
import type { planCheckRequest, planCheckResponse, planRequest, planResponse } from "./schemas";
import { sheetOf } from "./sheet-of";

/** The words of a plan, translated by the caller. */
export interface PlanWords {
  readonly check: (check: Check) => string;
  readonly change: (change: Change) => string;
  readonly reason: (reason: Reason) => string;
  readonly touch: (touch: Touch) => string;
}

type PlanAnswer = z.infer<typeof planResponse>;
type StepAnswer = PlanAnswer["steps"][number];

/** The cheapest walk for a machine as it was found, with what it costs and a bound on that. */
export async function planAnswer(
  db: Db,
  wanted: z.infer<typeof planRequest>,
  words: PlanWords,
): Promise<PlanAnswer> {
  const input = readInput(await sheetOf(db, wanted), wanted);
  const plan = planWithBound(input);
  return {
    carry: [...plan.carry],
    assistant: plan.needsAssistant,
    incomplete: plan.incomplete.map(({ check, reason }) => ({
      checkId: check.key,
      title: words.check(check),
      why: words.reason(reason),
    })),
    steps: stepAnswers(input, plan.steps, words),
    cost: { ...plan.cost },
    lowerBound: plan.lowerBound,
    gap: plan.gap,
    exact: plan.exact,
  };
}

/** Every rule a plan breaks, whoever made it. */
export async function planCheckAnswer(
  db: Db,
  wanted: z.infer<typeof planCheckRequest>,
): Promise<z.infer<typeof planCheckResponse>> {
  const input = readInput(await sheetOf(db, wanted), wanted);
  return { violations: checkPlan(input, wanted.steps).map((violation) => ({ ...violation })) };
}

function stepAnswers(input: PlanInput, steps: readonly PlanStep[], words: PlanWords): StepAnswer[] {
  const { sheet } = input;
  const variables = new Map(variablesOf(sheet).map((v) => [v.id, v]));
  const machine = buildMachine(sheet);
  const why =
    input.scope.kind === "retest"
      ? whyRetested(input.scope, checksOf(sheet), sheet)
      : new Map<string, Touch[]>();
  let state: PlanState = input.found ?? {};
  const proof = proofOfSteps(input, steps);
  return steps.map((step): StepAnswer => {
    const common = {
      ...proof(step.id),
      id: step.id,
      kind: step.kind,
      stop: step.stop,
      minutes: step.minutes,
      metres: Number(step.walkM.toFixed(2)),
    };
    if (step.kind === "check") {
      const { definition, key } = step.check;
      const leaves = known(definition.leaves ?? {}, variables);
      state = { ...state, ...leaves };
      const touches = why.get(key);
      return {
        ...common,
        kind: "check",
        checkId: key,
        station: definition.station === "close" ? "walk" : definition.station,
        part: definition.part,
        title: words.check(step.check),
        needs: known(definition.needs, variables),
        leaves,
        cautions: [...(definition.cautions ?? [])],
        ...(definition.test === undefined ? {} : { expected: expectedOf(machine, definition.test) }),
        ...(touches === undefined ? {} : { why: touches.map(words.touch) }),
      };
    }
    const { change } = step;
    const needs = variables.get(change.variable)?.needs(change.to, state) ?? {};
    state = withValue(state, change.variable, change.to);
    return {
      ...common,
      station: change.who === "platform" ? "platform" : "ground",
      part: change.variable,
      title: words.change(change),
      needs: known(needs, variables),
      leaves: { [change.variable]: change.to },
      cautions: change.variable === "posture" ? ["nobody_under"] : [],
    };
  });
}

/** Of the variables this machine has. */
const known = (
  state: Readonly<Record<string, string | undefined>>,
  variables: ReadonlyMap<string, PlanVariable>,
): Record<string, string> =>
  Object.fromEntries(
    Object.entries(state).filter(
      (entry): entry is [string, string] => entry[1] !== undefined && variables.has(entry[0]),
    ),
  );
