import type { Sheet } from "@/core/sheet/sheet";
import { type Fit, fitFor } from "@/core/shift/fit";
import type { NeededWork } from "@/core/shift/needed-work";
import type { Family } from "@/core/vocabulary/families";
import type { Policy } from "@/core/vocabulary/policy";
import { policyFor } from "@/core/vocabulary/policy-for";

const most = 5000;
const known = new Map<string, Fit>();

/** Whether a unit can do needed work, by its sheet and the site's rules: worked out once for each that differs. */
export function fitOfUnit(
  unit: { readonly sheetKey: string; readonly sheet: Sheet; readonly family: Family },
  work: NeededWork,
  site: Policy,
): Fit {
  const rules = policyFor(site, unit.family).workplace ?? {};
  const key = `${unit.sheetKey} ${JSON.stringify(work)} ${JSON.stringify(rules)}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  if (known.size >= most) known.clear();
  const fit = fitFor(unit.sheet, unit.family, work, rules);
  known.set(key, fit);
  return fit;
}
