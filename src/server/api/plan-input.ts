import type { z } from "zod";
import { checksOf } from "@/core/catalogue/catalogue";
import { canBeFound, type FoundKind, foundKinds, foundState } from "@/core/plan/found";
import type { PlanInput } from "@/core/plan/types";
import { type PlanVariable, variablesOf } from "@/core/plan/variables";
import type { Sheet } from "@/core/sheet/sheet";
import { practiceOf, usualPractice } from "@/core/vocabulary/practice";
import type { Scope } from "@/core/vocabulary/scope";
import type { PlanState } from "@/core/vocabulary/state/values";
import { Problem } from "@/server/http/problem";
import type { planRequest } from "./schemas";

/** Reads what was asked, refusing a state this machine cannot be in, with every error named. */
export function readInput(sheet: Sheet, wanted: z.infer<typeof planRequest>): PlanInput {
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
    ending: wanted.ending,
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
