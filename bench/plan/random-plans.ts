import { checkPlan } from "../../src/core/plan/checker/check-plan";
import { asChecked } from "../../src/core/plan/checker/steps";
import type { Violation } from "../../src/core/plan/checker/violation";
import { planInspection, planWithBound } from "../../src/core/plan/plan";
import { featureIds } from "../../src/core/vocabulary/features";
import { seeded } from "../../src/core/vocabulary/seeded";
import { randomCase, randomProgress } from "../../src/demo/random-input";

export interface Batch {
  readonly from: number;
  readonly count: number;
}

export interface BatchResult {
  readonly plans: number;
  readonly midway: number;
  readonly exact: number;
  readonly violations: readonly (Violation & { readonly seed: number })[];
  readonly gaps: readonly number[];
  /** Cases by feature fitted or unknown, and by how the machine was found. */
  readonly seen: Readonly<Record<string, number>>;
}

/** Plans random machines from consecutive seeds and checks each plan; every second one again from midway. */
export function checkBatch({ from, count }: Batch): BatchResult {
  const violations: (Violation & { seed: number })[] = [];
  const gaps: number[] = [];
  const seen: Record<string, number> = {};
  let midway = 0;
  let exact = 0;
  for (let seed = from; seed < from + count; seed++) {
    const random = seeded(seed);
    const { input, found } = randomCase(random);
    const plan = planWithBound(input);
    gaps.push(plan.gap);
    if (plan.exact) exact += 1;
    for (const violation of checkPlan(input, asChecked(plan.steps))) violations.push({ ...violation, seed });
    if (seed % 2 === 0) {
      const wanted = { ...input, progress: randomProgress(random, input, plan.steps) };
      midway += 1;
      for (const violation of checkPlan(wanted, asChecked(planInspection(wanted).steps))) {
        violations.push({ ...violation, seed });
      }
    }
    const things = [
      ...found.map((kind) => `found:${kind}`),
      `scope:${input.scope.kind}`,
      ...featureIds.filter((id) => ["fitted", "unknown"].includes(input.sheet.features[id]?.fit ?? "")),
    ];
    for (const thing of things) seen[thing] = (seen[thing] ?? 0) + 1;
  }
  return { plans: count, midway, exact, violations, gaps, seen };
}
