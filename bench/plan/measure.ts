import { checksOf } from "../../src/core/catalogue/catalogue";
import { asPractised } from "../../src/core/plan/as-practised";
import { meansOf } from "../../src/core/plan/changes";
import { closedGoal } from "../../src/core/plan/closed-goal";
import { foundStowed } from "../../src/core/plan/found";
import { needsOf } from "../../src/core/plan/groups";
import { costOf, layOut, planInspection, planWithBound } from "../../src/core/plan/plan";
import { inScope } from "../../src/core/plan/scope";
import type { Bound, Cost, Plan } from "../../src/core/plan/types";
import type { Sheet } from "../../src/core/sheet/sheet";
import { usualPractice } from "../../src/core/vocabulary/practice";
import { entriesOf } from "../../src/core/vocabulary/state/values";
import { paperOrder } from "./paper-order";

const full = { scope: { kind: "full" }, practice: usualPractice } as const;

/** The full plan of a machine found stowed, by the usual practice. */
export const fullPlan = (sheet: Sheet): Plan & Bound => planWithBound({ ...full, sheet });

/** What the same checks cost in the fixed order of a paper form, with the changes of state that order forces. */
export function paperCost(sheet: Sheet): Cost {
  const means = meansOf(sheet, { key: true, held: false });
  const known = new Set(means.variables.map((v) => v.id));
  const found = foundStowed(sheet);
  const practised = asPractised(sheet, usualPractice, { found, hasRamp: true, ending: "to_work" });
  const checks = paperOrder(inScope(full.scope, checksOf(sheet), sheet, found)).map(practised);
  const { steps } = layOut(
    checks.map((check) => ({
      checks: [check],
      needs: needsOf(check, known),
      leaves: Object.fromEntries(
        entriesOf(check.definition.leaves ?? {}).filter(([variable]) => known.has(variable)),
      ),
      stop: check.at,
      station: check.definition.station,
      at: means.outline.at(check.at),
    })),
    {
      means,
      state: found,
      at: undefined,
      closed: closedGoal(means.variables, found, "to_work"),
      minutesOf: (check) => check.definition.minutes,
      run: "",
    },
  );
  return costOf(steps);
}

/** Milliseconds of each of `runs` plans of a sheet, each of a copy nobody has seen before, after a warm-up. */
export function planTimesMs(sheet: Sheet, runs: number, now: () => number): readonly number[] {
  const once = () => {
    const copy = structuredClone(sheet);
    const from = now();
    planInspection({ ...full, sheet: copy });
    return now() - from;
  };
  for (let i = 0; i < 10; i++) once();
  return Array.from({ length: runs }, once);
}

/** Changes of one variable to and straight back again, with nothing made between that asked for it. */
export function reversalsIn({ steps }: Pick<Plan, "steps">): readonly string[] {
  const found: string[] = [];
  const open = new Map<string, { readonly from: string; readonly used: boolean }>();
  for (const step of steps) {
    if (step.kind === "check") {
      const { needs, leaves } = step.check.definition;
      for (const [id, was] of open)
        if (id in needs || id in (leaves ?? {})) open.set(id, { ...was, used: true });
      continue;
    }
    const { variable, from, to } = step.change;
    // What needs the power, the place or the height of another change has used it.
    for (const [id, was] of open) if (id !== variable) open.set(id, { ...was, used: true });
    const before = open.get(variable);
    if (before !== undefined && !before.used && before.from === to) found.push(step.id);
    open.set(variable, { from, used: false });
  }
  return found;
}

export const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? 0;
