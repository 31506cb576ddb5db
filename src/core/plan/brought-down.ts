import type { CheckDefinition } from "../catalogue/types";
import { hasEngine, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { scissors } from "../vocabulary/families";
import type { FeatureId } from "../vocabulary/features";
import type { PlanState } from "../vocabulary/state/values";

/** The panel seen to live and to die: proven without moving anything. */
const panel = ["ground.lamps", "ground.stop_button", "ground.key_middle"] as const;

/** Where it stands a scissor is let down by its valve onto its prop, looked into, raised off and lowered. */
const onItsProp = [
  "ground.still_without_enable",
  "ground.descent_valve",
  "ground.rises_after_descent",
  "ground.enable_let_go",
  "ground.lowering_alarm",
  "ground.stop_while_lowering",
] as const;

/** Ways down that ask nothing of the main pump, the gentlest first. */
const ways: readonly (readonly [check: string, feature: FeatureId])[] = [
  ["lower.valve", "manual_descent"],
  ["ground.auxiliary", "auxiliary_pump"],
  ["lower.bleed_down", "bleed_down_valve"],
  ["lower.electric", "electric_descent"],
  ["lower.cable", "cable_descent"],
];

/**
 * What is made first on a machine found in the air (field guide, section 4): seen not to creep, its panel seen to die,
 * then down by what needs least of it. A scissor with a prop is propped where it stands, unless an engine would have to
 * run before its oil is read.
 */
function firstOn(sheet: Sheet): ReadonlySet<string> {
  const propped = mayHave(sheet, "maintenance_prop") && mayHave(sheet, "manual_descent");
  if (propped && isScissor(sheet) && !hasEngine(sheet)) return new Set([...panel, ...onItsProp]);
  // The valve of a scissor lowers it onto its prop, and is tried there.
  const way = ways.find(
    ([check, feature]) => mayHave(sheet, feature) && !(check === "lower.valve" && isScissor(sheet)),
  );
  return new Set([...panel, ...(way === undefined ? [] : [way[0]])]);
}

const isScissor = ({ family }: Sheet): boolean => (scissors as readonly string[]).includes(family);

/** The same check on a machine found in the air, where it is among the first; undefined for any other. */
export function broughtDown(
  sheet: Sheet,
  found: PlanState,
  definition: CheckDefinition,
): CheckDefinition | undefined {
  const { id, phase, needs, powered: _, ...rest } = definition;
  const posture = found.posture ?? "raised";
  // Nothing is switched on to see whether it sinks.
  if (id === "lower.drift")
    return { ...rest, id, phase, needs: { who: "ground", posture }, bringsDown: true };
  const first = firstOn(sheet);
  const inside = phase === "stack" && first.has("ground.descent_valve");
  if (!first.has(id) && !inside) return undefined;
  // A jib is unfolded, and a trailer unhitched, once it is down.
  const { jib: _jib, hitch: _hitch, ...own } = needs;
  const lowers = ways.some(([check]) => check === id);
  return { ...definition, needs: lowers ? { ...own, posture } : own, bringsDown: true };
}
