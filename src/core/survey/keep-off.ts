import {
  type LineRule,
  mostKv,
  ruleDistanceM,
  strictestDistanceM,
  type Watched,
} from "../vocabulary/line-rule";
import { workplaceNumbers } from "../vocabulary/workplace-rules";
import { type Term, term } from "./sums";

/** What a line moves, a machine moves and a person holds out is added to what the rule asks for. */
export interface LineExtras {
  readonly lineSwayM: number | undefined;
  readonly machineSwayM: number | undefined;
  /** How far a tool or material reaches beyond the platform. */
  readonly toolM: number;
}

/** The distance to keep off a line, in metres, and the terms it is the sum of. */
export function keepOff(
  rule: LineRule | undefined,
  voltageKv: number | undefined,
  extras: LineExtras,
  watched: Watched,
): { readonly distanceM: number; readonly terms: readonly Term[] } {
  const byRule = rule === undefined ? strictestDistanceM(voltageKv) : ruleDistanceM(rule, voltageKv, watched);
  const {
    lineSwayM = workplaceNumbers.lineSwayM.unsaid,
    machineSwayM = workplaceNumbers.machineSwayM.unsaid,
    toolM,
  } = extras;
  const terms = [
    term("voltage", voltageKv ?? mostKv, "kV", voltageKv === undefined ? "assumed" : "plan"),
    term("rule_distance", byRule, "m", rule === undefined ? "assumed" : "rule"),
    term("line_sway", lineSwayM, "m", extras.lineSwayM === undefined ? "assumed" : "plan"),
    term("machine_sway", machineSwayM, "m", extras.machineSwayM === undefined ? "assumed" : "sheet"),
    term("tool", toolM, "m", "job"),
  ];
  const distanceM = byRule + lineSwayM + machineSwayM + toolM;
  return { distanceM, terms: [...terms, term("keep_off", distanceM, "m", "worked_out")] };
}
