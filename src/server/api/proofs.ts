import type { z } from "zod";
import type { Act } from "@/core/catalogue/acts/act";
import { type Check, checksOf } from "@/core/catalogue/catalogue";
import type { Fault } from "@/core/machine/faults";
import { planInspection } from "@/core/plan/plan";
import type { PlanInput } from "@/core/plan/types";
import type { ProofStep } from "@/core/proof/along";
import { prove } from "@/core/proof/prove";
import { isPlanId } from "@/core/vocabulary/state/values";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { readInput } from "./plan-input";
import type { planProveRequest, planProveResponse, planStepSchema } from "./schemas";
import { sheetOf } from "./sheet-of";

type Step = z.infer<typeof planStepSchema>;

/** What the steps of a plan prove, fault by fault; the plan's own steps where none are given. */
export async function planProveAnswer(
  db: Db,
  wanted: z.infer<typeof planProveRequest>,
): Promise<z.infer<typeof planProveResponse>> {
  const input = readInput(await sheetOf(db, wanted), wanted);
  const plan = planInspection(input);
  const steps = wanted.steps === undefined ? plan.steps : readSteps(input, plan.due, wanted.steps);
  const proof = prove(input.sheet, input.found ?? {}, steps, input.atHand?.people);
  return {
    tests: proof.tests,
    wrong: proof.wrong.map((wrong) => ({ ...wrong })),
    masked: proof.masked.map(({ step, claims }) => ({ step, claims: claims.map(named) })),
    faults: proof.faults.length,
    visible: proof.seen.length + proof.unproven.length,
    seen: proof.seen.length,
    maybe: proof.maybe.length,
    unproven: proof.unproven.map(named),
    unseen: proof.unseen.map(({ why, with: other, ...fault }) => ({
      ...named(fault),
      why,
      ...(other === undefined ? {} : { with: other }),
    })),
    hazards: proof.hazards.map((hazard) => ({ ...named(hazard), step: hazard.step, harm: hazard.harm })),
    noWayHome: proof.noWayHome.map(({ step, faults }) => ({ step, faults: [...faults] })),
    open: [...proof.open],
  };
}

const named = ({ component, mode }: Pick<Fault, "component" | "mode">) => ({ component, mode });

/** What a plan's steps are done on, what is done, and what each proves: joined to the steps of an answer. */
export function proofOfSteps(
  input: PlanInput,
  steps: readonly ProofStep[],
): (id: string) => Pick<Step, "state" | "acts" | "proves"> {
  const { proves, walked } = prove(input.sheet, input.found ?? {}, steps, input.atHand?.people);
  const acts = new Map<string, Act[]>();
  for (const { step, act } of walked.moments) acts.set(step, [...(acts.get(step) ?? []), act]);
  return (id) => ({
    state: { ...walked.before.get(id) } as Record<string, string | number>,
    acts: (acts.get(id) ?? []).map(({ station, given, deeds }) => ({
      station,
      ...(given === undefined ? {} : { given: { ...given } as Record<string, string | number> }),
      deeds: deeds.map(({ action, seconds, must }) => ({ action, seconds, ...(must && { must }) })),
    })),
    proves: (proves.get(id) ?? []).map(named),
  });
}

/** The steps somebody asks about; a check or a variable this machine lacks is an error with its name. */
function readSteps(
  { sheet }: PlanInput,
  due: readonly Check[],
  steps: NonNullable<z.infer<typeof planProveRequest>["steps"]>,
): readonly ProofStep[] {
  const byKey = new Map([...checksOf(sheet), ...due].map((check) => [check.key, check]));
  return steps.flatMap(({ id, kind, checkId, leaves }): readonly ProofStep[] => {
    if (kind === "check") {
      const check = byKey.get(checkId ?? "");
      if (check === undefined)
        throw new Problem(
          400,
          "bad-input",
          `steps: expected a check of this sheet, got ${checkId ?? "none"}`,
        );
      return [{ id, kind, check }];
    }
    return Object.entries(leaves ?? {}).map(([variable, to]) => {
      if (!isPlanId(variable))
        throw new Problem(400, "bad-input", `steps: ${id} changes ${variable}, which no walk changes`);
      return { id, kind, change: { variable, to } };
    });
  });
}
