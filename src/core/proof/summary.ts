import type { Component, ComponentKind, Fault } from "../machine/faults";
import { foundStowed } from "../plan/found";
import { planInspection } from "../plan/plan";
import type { Plan, PlanInput, PlanStep } from "../plan/types";
import type { Sheet } from "../sheet/sheet";
import type { PlanState } from "../vocabulary/state/values";
import { faultName, faultsBesides, subjectOf } from "./faults";
import type { Hazard } from "./hazards";
import { prove } from "./prove";
import type { Unseen } from "./unseen";

/** What can fail, as its owner reads of it: a row each. */
export const faultGroups = [
  "stops",
  "enables",
  "ways_down",
  "brakes",
  "lifting",
  "legs",
  "driving",
  "interlocks",
  "slowing",
  "supply",
  "lamps",
  "alarms",
] as const;
export type FaultGroup = (typeof faultGroups)[number];

const groupOfKind: Readonly<Partial<Record<ComponentKind, FaultGroup>>> = {
  stop: "stops",
  enable: "enables",
  way_down: "ways_down",
  brake: "brakes",
  lock: "brakes",
  swing_brake: "brakes",
  pins: "brakes",
  check_valve: "legs",
  crank: "lifting",
  catch: "interlocks",
  refusal: "interlocks",
  slowing: "slowing",
  lamp: "lamps",
  alarm: "alarms",
};

/** The row of a component: by what kind of thing it is, and of a movement's own parts by what they move. */
export function faultGroupOf({ id, kind }: Pick<Component, "id" | "kind">): FaultGroup {
  if (id === "pump.auxiliary") return "ways_down";
  const group = groupOfKind[kind];
  if (group !== undefined) return group;
  if (/\b(drive|steer)\b/.test(id)) return "driving";
  if (/leg|axles|tracks/.test(id)) return "legs";
  return ["switch", "coil", "actuator", "manifold"].includes(kind) ? "lifting" : "supply";
}

export interface GroupSeen {
  readonly group: FaultGroup;
  readonly faults: number;
  readonly seen: number;
  /** The places of the walk, by number from 1, at which one of them would be seen first. */
  readonly places: readonly number[];
}

/** What a walk proves of its machine, as its owner reads it. Plain data: it crosses from a worker. */
export interface ProofSummary {
  readonly minutes: number;
  readonly places: number;
  readonly seen: number;
  /** All that some walk can show: those seen, and those left unproven by this one. */
  readonly visible: number;
  readonly groups: readonly GroupSeen[];
  readonly unproven: readonly Fault[];
  /** A contact that fails now and then may show in any test that reads it, and shows for certain in none. */
  readonly maybe: number;
  readonly unseen: readonly (Fault & Unseen)[];
  readonly hazards: readonly Hazard[];
}

/** The proof of a plan, told by what can fail and by the places of the walk. */
export function summaryOf(
  sheet: Sheet,
  found: PlanState,
  plan: Pick<Plan, "steps" | "visits" | "minutes">,
  people?: number,
): ProofSummary {
  const proof = prove(sheet, found, plan.steps, people);
  const placeOf = new Map(plan.visits.flatMap(({ steps }, i) => steps.map(({ id }) => [id, i + 1] as const)));
  const firstAt = new Map<string, number>();
  for (const { id } of plan.steps)
    for (const fault of proof.proves.get(id) ?? []) {
      const name = faultName(fault);
      if (!firstAt.has(name)) firstAt.set(name, placeOf.get(id) ?? 0);
    }
  const seen = new Set(proof.seen.map(faultName));
  const unproven = new Set(proof.unproven.map(faultName));
  const { failed } = subjectOf(sheet);
  const groups = faultGroups.flatMap((group): readonly GroupSeen[] => {
    const names = failed
      .filter(({ component }) => faultGroupOf(component) === group)
      .map(({ fault }) => faultName(fault))
      .filter((name) => seen.has(name) || unproven.has(name));
    if (names.length === 0) return [];
    const places = [...new Set(names.flatMap((name) => firstAt.get(name) ?? []))].sort((a, b) => a - b);
    return [{ group, faults: names.length, seen: names.filter((name) => seen.has(name)).length, places }];
  });
  return {
    minutes: plan.minutes,
    places: plan.visits.length,
    seen: proof.seen.length,
    visible: proof.seen.length + proof.unproven.length,
    groups,
    unproven: proof.unproven,
    maybe: proof.maybe.length,
    unseen: proof.unseen,
    hazards: proof.hazards,
  };
}

/**
 * What a walk as it was made leaves unproven that the whole walk, with everything at hand, would have shown: its own
 * steps with every check left out that nobody made.
 */
export function leftUnproven(
  input: PlanInput,
  steps: readonly PlanStep[],
  made: ReadonlySet<string>,
): readonly Fault[] {
  const { sheet, scope, practice, ending } = input;
  const found = input.found ?? foundStowed(sheet);
  const whole = planInspection({
    sheet,
    scope,
    practice,
    found,
    ...(ending === undefined ? {} : { ending }),
  });
  if (whole.due.every(({ key }) => made.has(key))) return [];
  const walked = steps.filter((step) => step.kind !== "check" || made.has(step.check.key));
  return faultsBesides(prove(sheet, found, walked).unproven, prove(sheet, found, whole.steps).unproven);
}
