import type { Check } from "../catalogue/catalogue";
import type { PartId } from "../catalogue/parts";
import type { Phase } from "../catalogue/types";

/**
 * What is inspected. Only `full` may clear a unit for work. `retest` carries the parts that the finding, the
 * repair and what was disturbed on the way touch.
 */
export type Scope =
  | { readonly kind: "full" }
  | { readonly kind: "check_in" }
  /** Before and after the road: never clears for work. */
  | { readonly kind: "transport" }
  | { readonly kind: "retest"; readonly parts: readonly PartId[]; readonly checks: readonly string[] };

const forTheRoad: readonly Phase[] = ["transport"];

/** Re-tested after every repair, whatever it was (field guide, section 13). */
const always: readonly PartId[] = ["emergency_lowering", "ground_stop", "platform_stop"];

export function inScope(scope: Scope, checks: readonly Check[]): readonly Check[] {
  switch (scope.kind) {
    case "full":
      return checks.filter((c) => c.definition.phase !== "transport");
    case "check_in":
      return checks.filter((c) => !["platform", "drive", "survey", "transport"].includes(c.definition.phase));
    case "transport":
      return checks.filter(
        (c) => forTheRoad.includes(c.definition.phase) || c.definition.part === "tag_and_log",
      );
    case "retest": {
      const functions = new Set(
        checks
          .filter((c) => scope.checks.includes(c.key))
          .map((c) => c.definition.test?.function)
          .filter((f) => f !== undefined),
      );
      const touched = checks.filter((c) => retested(c, scope, functions));
      const area = touched.some((c) => c.definition.powered)
        ? checks.filter((c) => c.definition.phase === "test_area")
        : [];
      return checks.filter((c) => touched.includes(c) || area.includes(c));
    }
  }
}

function retested(
  check: Check,
  scope: Extract<Scope, { kind: "retest" }>,
  functions: ReadonlySet<string>,
): boolean {
  const { part, test } = check.definition;
  if (check.definition.phase === "transport") return scope.checks.includes(check.key);
  if (always.includes(part) || scope.checks.includes(check.key)) return true;
  // A movement is re-tested from both stations: the fault may lie in what they share.
  if (test !== undefined) return functions.has(test.function);
  return scope.parts.includes(part);
}
