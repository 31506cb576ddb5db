import type { z } from "zod";
import { type Check, checksOf } from "@/core/catalogue/catalogue";
import { expectedOf } from "@/core/machine/expect";
import { buildMachine } from "@/core/machine/machine";
import type { Change } from "@/core/plan/changes";
import { checkPlan } from "@/core/plan/checker/check-plan";
import { canBeFound, type FoundKind, foundKinds, foundState } from "@/core/plan/found";
import { type PlanInput, type PlanStep, planInspection } from "@/core/plan/plan";
import type { Reason } from "@/core/plan/possible";
import type { Touch } from "@/core/plan/retest";
import { whyRetested } from "@/core/plan/scope";
import { type PlanVariable, variablesOf } from "@/core/plan/variables";
import type { Sheet } from "@/core/sheet/sheet";
import { practiceOf, usualPractice } from "@/core/vocabulary/practice";
import type { Scope } from "@/core/vocabulary/scope";
import { type PlanState, withValue } from "@/core/vocabulary/state/values";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
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
  const plan = planInspection(input);
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

/** Reads what was asked, refusing a state this machine cannot be in, with every error named. */
function readInput(sheet: Sheet, wanted: z.infer<typeof planRequest>): PlanInput {
  const { found, ways } = readFound(sheet, wanted.found);
  const practice = practiceOf({ ...usualPractice, ...wanted.policy });
  const things = new Set(checksOf(sheet).flatMap((check) => check.definition.carry ?? []));
  const unknown = (wanted.equipment ?? []).filter((thing) => !everyThing.has(thing));
  if (unknown.length > 0) {
    throw new Problem(
      400,
      "bad-input",
      `equipment: expected any of ${[...everyThing].join(", ")}, got ${unknown.join(", ")}`,
    );
  }
  return {
    sheet,
    scope: readScope(sheet, wanted.scope),
    practice: wanted.start === undefined ? practice : { ...practice, start: wanted.start },
    found,
    atHand: {
      people: wanted.people,
      missing:
        wanted.equipment === undefined ? [] : [...things].filter((t) => !wanted.equipment?.includes(t)),
      key: !ways.includes("key_missing"),
    },
  };
}

const everyThing: ReadonlySet<string> = new Set(["rag", "tape", "timber", "block", "ramp", "chains"]);

function readScope(sheet: Sheet, scope: z.infer<typeof planRequest>["scope"]): Scope {
  if (typeof scope === "string") {
    return { kind: scope === "before_transport" ? "transport" : scope };
  }
  const keys = new Set(checksOf(sheet).map((check) => check.key));
  const unknown = scope.checks.filter((key) => !keys.has(key));
  if (unknown.length > 0) {
    throw new Problem(
      400,
      "bad-input",
      `scope.checks: expected checks of this sheet, got ${unknown.join(", ")}`,
    );
  }
  if (scope.parts.length + scope.disturbed.length + scope.checks.length === 0) {
    throw new Problem(
      400,
      "bad-input",
      "scope: expected the parts repaired or disturbed, or the checks that found it; a re-test of nothing is none",
    );
  }
  return scope;
}

function readFound(
  sheet: Sheet,
  found: z.infer<typeof planRequest>["found"],
): { readonly found: PlanState; readonly ways: readonly FoundKind[] } {
  if (typeof found === "string" || Array.isArray(found)) {
    const ways = typeof found === "string" ? [found] : found;
    const cannot = ways.filter((kind) => !canBeFound(sheet, kind));
    if (cannot.length > 0) {
      const can = foundKinds.filter((kind) => canBeFound(sheet, kind));
      throw new Problem(
        400,
        "bad-input",
        `found: this machine cannot be found ${cannot.join(", ")}; it can be ${can.join(", ")}`,
      );
    }
    return { found: foundState(sheet, ways), ways };
  }
  const byId = new Map<string, PlanVariable>(variablesOf(sheet).map((v) => [v.id, v]));
  const errors = Object.entries(found).flatMap(([id, value]) => {
    const variable = byId.get(id);
    const path = `found.${id}`;
    if (variable === undefined) {
      return [{ path, message: `this machine has no ${id}; it has ${[...byId.keys()].join(", ")}` }];
    }
    if (value === "unknown" || variable.values.includes(value)) return [];
    return [
      { path, message: `expected ${variable.values.join(", ")} or unknown, got ${JSON.stringify(value)}` },
    ];
  });
  if (errors.length > 0) {
    throw new Problem(400, "bad-state", errors.map((e) => `${e.path}: ${e.message}`).join("; "), { errors });
  }
  const base = foundState(
    sheet,
    found["posture"] === undefined || found["posture"] === "stowed" ? ["stowed"] : ["raised"],
  );
  return { found: { ...base, ...found }, ways: [] };
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
  return steps.map((step): StepAnswer => {
    const common = {
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
