import type { Component, Fault } from "../machine/faults";
import { buildMachine, failingParts, type Machine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";

/** A machine with one part failing in one way. */
export interface Failed {
  readonly fault: Fault;
  readonly component: Component;
  readonly machine: Machine;
}

export interface Subject {
  /** As built. */
  readonly machine: Machine;
  readonly failed: readonly Failed[];
}

const known = new WeakMap<Sheet, Subject>();

/** The machine of a sheet, and every way one part of it can fail, each as a machine of its own. Made once a sheet. */
export function subjectOf(sheet: Sheet): Subject {
  let subject = known.get(sheet);
  if (subject === undefined) {
    const machine = buildMachine(sheet);
    const failed = failingParts(machine).flatMap((component) =>
      component.modes.map((mode): Failed => {
        const fault = { component: component.id, mode };
        return { fault, component, machine: buildMachine(sheet, [fault]) };
      }),
    );
    subject = { machine, failed };
    known.set(sheet, subject);
  }
  return subject;
}

export const sameFault = (one: Fault, other: Fault): boolean =>
  one.component === other.component && one.mode === other.mode;

export const faultName = ({ component, mode }: Fault): string => `${component} ${mode}`;

/** Those of the first that are not among the second. */
export function faultsBesides(faults: readonly Fault[], others: readonly Fault[]): readonly Fault[] {
  const known = new Set(others.map(faultName));
  return faults.filter((fault) => !known.has(faultName(fault)));
}
