import type { Check } from "../catalogue/catalogue";
import { expectedOf } from "../machine/expect";
import type { Component, ComponentId, Fault } from "../machine/faults";
import { buildMachine, failingParts, type Machine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import type { PartId } from "../vocabulary/parts";

/** Why a check is re-tested. */
export type Touch =
  /** It found what was repaired. */
  | { readonly because: "found_it" }
  /** It looks at a part that was repaired, or disturbed on the way. */
  | { readonly because: "looks_at"; readonly part: PartId; readonly how: "repaired" | "disturbed" }
  /** By the machine model its outcome depends on that part: with `component` failed it would come out otherwise. */
  | {
      readonly because: "depends_on";
      readonly part: PartId;
      readonly component: ComponentId;
      readonly how: "repaired" | "disturbed";
    }
  /** The same movement from another station, or the other way: the fault may lie in what they share. */
  | { readonly because: "same_movement"; readonly function: string }
  /** After every repair, whatever it was (field guide, section 13). */
  | { readonly because: "always" };

interface Repair {
  readonly parts: readonly PartId[];
  readonly disturbed: readonly PartId[];
  readonly checks: readonly string[];
}

/** Re-tested after every repair. */
const always: readonly PartId[] = ["emergency_lowering", "ground_stop", "platform_stop", "chassis_stop"];

/**
 * The checks a repair touches, each with why: those that found it or look at what was repaired or disturbed; those
 * whose outcome the machine model makes depend on such a part (planted as failed, the test comes out otherwise);
 * the found movement from every station; stop buttons and emergency lowering always. Keys to reasons.
 */
export function touchedBy(
  repair: Repair,
  checks: readonly Check[],
  sheet: Sheet,
): ReadonlyMap<string, readonly Touch[]> {
  const sound = buildMachine(sheet);
  const components = failingParts(sound);
  const reasons = new Map<string, Touch[]>();
  const add = (check: Check, touch: Touch) => {
    const list = reasons.get(check.key);
    if (list === undefined) reasons.set(check.key, [touch]);
    else list.push(touch);
  };
  const functions = new Set(
    checks.filter((c) => repair.checks.includes(c.key)).flatMap((c) => c.definition.test?.function ?? []),
  );
  const named = [
    ...repair.parts.map((part) => ({ part, how: "repaired" as const })),
    ...repair.disturbed.map((part) => ({ part, how: "disturbed" as const })),
  ];
  for (const check of checks) {
    const { part, test, phase } = check.definition;
    if (repair.checks.includes(check.key)) add(check, { because: "found_it" });
    if (phase === "transport" || phase === "park") continue;
    if (test !== undefined && functions.has(test.function)) {
      add(check, { because: "same_movement", function: test.function });
    }
    // A movement's own switch is a part of its own; that a switch was repaired says which by the check that found it.
    if (test === undefined) {
      for (const { part: repaired, how } of named) {
        if (part === repaired) add(check, { because: "looks_at", part, how });
      }
    }
    if (always.includes(part)) add(check, { because: "always" });
  }
  for (const { part, how } of named) {
    // Which movement a repaired switch serves is known by the check that found it; without one, all of its station.
    if ((part === "ground_switch" || part === "platform_switch") && functions.size > 0) continue;
    for (const component of components.filter((c) => c.parts.includes(part))) {
      for (const check of checks) {
        if (dependsOn(check, component, sheet, sound)) {
          add(check, { because: "depends_on", part, component: component.id, how });
        }
      }
    }
  }
  return reasons;
}

/** True when the check would come out otherwise with the component failed in some way. */
function dependsOn(check: Check, component: Component, sheet: Sheet, sound: Machine): boolean {
  const { test, tries, powered } = check.definition;
  if (component.senses !== undefined && tries?.includes(component.senses) === true) return true;
  if (test === undefined) {
    return powered === true && component.kind === "supply" && check.definition.phase === "ground_power";
  }
  const expected = expectedOf(sound, test);
  return component.modes.some(
    (mode) => expectedOf(failed(sheet, { component: component.id, mode }), test) !== expected,
  );
}

/** The machine with one fault; built once for a sheet and fault. */
const failures = new WeakMap<Sheet, Map<string, Machine>>();

function failed(sheet: Sheet, fault: Fault): Machine {
  let machines = failures.get(sheet);
  if (machines === undefined) {
    machines = new Map();
    failures.set(sheet, machines);
  }
  const key = `${fault.component}/${fault.mode}`;
  let machine = machines.get(key);
  if (machine === undefined) {
    machine = buildMachine(sheet, [fault]);
    machines.set(key, machine);
  }
  return machine;
}
