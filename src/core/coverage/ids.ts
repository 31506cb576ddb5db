import { type Check, checksOf } from "../catalogue/catalogue";
import { interlocks } from "../machine/interlocks";
import { foundKinds, foundStowed } from "../plan/found";
import { orderRules } from "../plan/precedence";
import { variablesOf } from "../plan/variables";
import type { Sheet } from "../sheet/sheet";
import { choiceIds } from "../vocabulary/choices";
import { families, powersOf } from "../vocabulary/families";
import { featureIds } from "../vocabulary/features";
import { figureIds } from "../vocabulary/figures";
import { policySchema } from "../vocabulary/policy";
import { scopeKinds } from "../vocabulary/scope";
import { lampIds, soundIds } from "../vocabulary/signs";

/** A sheet of which nothing is known but family and power: everything it could have is on. */
export const unknownSheet = (
  family: Sheet["family"],
  power: Sheet["power"],
  tyres: Sheet["tyres"],
): Sheet => ({
  schema: 1,
  maker: "-",
  model: "-",
  family,
  power,
  tyres,
  features: {},
  stopButtons:
    power === "hand_crank"
      ? []
      : [
          { id: "ground", at: "ground", resets: "pull" },
          { id: "platform", at: "platform", resets: "pull" },
          { id: "chassis", at: "chassis", resets: "pull" },
        ],
  figures: {},
  positions: {},
});

const tyres = ["air", "foam_filled", "solid", "casters", "tracks"] as const;

/** Every check a family could ask for, whatever its power and tyres, by key. */
export function checksOfFamily(family: Sheet["family"]): readonly Check[] {
  const byKey = new Map<string, Check>();
  for (const power of powersOf[family]) {
    for (const tyre of tyres) {
      for (const check of checksOf(unknownSheet(family, power, tyre))) byKey.set(check.key, check);
    }
  }
  return [...byKey.values()];
}

/** Every id a clause may name, as `kind:name`. */
export function knownIds(): ReadonlySet<string> {
  const checks = families.flatMap(checksOfFamily);
  const ids = new Set<string>();
  const add = (kind: string, names: Iterable<string>) => {
    for (const name of names) ids.add(`${kind}:${name}`);
  };
  add(
    "check",
    checks.map((c) => c.definition.id),
  );
  add(
    "condition",
    checks.flatMap((c) => Object.keys(c.conditions)),
  );
  add(
    "caution",
    checks.flatMap((c) => c.definition.cautions ?? []),
  );
  add(
    "carry",
    checks.flatMap((c) => c.definition.carry ?? []),
  );
  const rules = checks.flatMap((c) => Object.values(c.conditions));
  add(
    "floor",
    rules.flatMap((r) => r.floor ?? []),
  );
  add(
    "upkeep",
    rules.flatMap((r) => r.upkeep ?? []),
  );
  add(
    "interlock",
    interlocks.map((i) => i.id),
  );
  add("lamp", lampIds);
  add("sound", soundIds);
  add("feature", featureIds);
  add("choice", choiceIds);
  add("figure", figureIds);
  add(
    "phase",
    checks.map((c) => c.definition.phase),
  );
  add(
    "order",
    orderRules.map((rule) => rule.id),
  );
  add("found", foundKinds);
  add("scope", scopeKinds);
  add("policy", Object.keys(policySchema.shape));
  for (const family of families) {
    const sheet = unknownSheet(family, powersOf[family][0] ?? "battery", "solid");
    add(
      "variable",
      variablesOf(sheet).map((v) => v.id),
    );
    add("variable", Object.keys(foundStowed(sheet)));
  }
  return ids;
}

/** The known ids that a pattern such as `check:wheel.*` names. */
export function idsNamed(pattern: string, known: ReadonlySet<string>): readonly string[] {
  if (!pattern.includes("*")) return known.has(pattern) ? [pattern] : [];
  const matcher = new RegExp(`^${pattern.replaceAll(".", "\\.").replaceAll("*", ".*")}$`);
  return [...known].filter((id) => matcher.test(id)).sort();
}
