import type { Check } from "../catalogue/catalogue";
import { wayToFail } from "../catalogue/ways-to-fail";
import { parts } from "../vocabulary/parts";

/** What a finding leaves to be done with a raised machine, by itself. */
export type Bears = "nothing" | "pumped" | "everything";

/**
 * What is put in doubt by something found wrong by looking at a raised machine: where oil gets out none is pumped, so
 * that only a valve lets it down; where what carries it is bent, cracked or gone nothing moves it.
 */
export function bearsOn({ definition, conditions }: Check, condition: string): Bears {
  if (conditions[condition]?.graded !== "tag_out") return "nothing";
  const { role } = parts[definition.part];
  const way = wayToFail(condition);
  if (way === "leaks" || (role === "holds_pressure" && way === "broken")) return "pumped";
  return role === "carries_load" || definition.foundRaised === true ? "everything" : "nothing";
}
