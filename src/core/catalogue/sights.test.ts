import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { buildMachine, failingParts } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import { type Check, checksOf } from "./catalogue";
import { foundOtherwise, sights } from "./sights";
import { wayToFail } from "./ways-to-fail";

const sheets: readonly Sheet[] = Object.values(demoSheets).flatMap((sheet) => [
  sheet,
  { ...sheet, features: {} },
]);
const otherwise = new Set(Object.values(foundOtherwise).flat());
const bySight = new Set(
  Object.values(sights).flatMap((modes) => Object.values(modes).flatMap((conditions) => conditions ?? [])),
);

/** Conditions found by looking at a part that is lost, broken or leaks. */
const byLooking = (condition: string) => ["lost", "broken", "leaks"].includes(wayToFail(condition) ?? "");

describe("faults and what is seen of them", () => {
  it("every way a component fails is seen as some condition of a check this machine has", () => {
    const unseen = new Set<string>();
    for (const sheet of sheets) {
      const checks = checksOf(sheet);
      const conditions = new Set(checks.flatMap((check) => Object.keys(check.conditions)));
      const machine = buildMachine(sheet);
      // What no check tries on purpose is argued where it stands (`untried`); that it acts where it must not is seen.
      const untried = new Set(
        machine.interlocks.flatMap((i) => (i.untried === undefined ? [] : [`sensor.${i.id}`])),
      );
      for (const { id, kind, modes } of failingParts(machine)) {
        for (const mode of modes) {
          if (untried.has(id) && mode !== "stuck_on") continue;
          const seen = sights[kind][mode] ?? [];
          if (!seen.some((condition) => conditions.has(condition)))
            unseen.add(`${sheet.family} ${id} ${mode}`);
        }
      }
    }
    expect([...unseen]).toEqual([]);
  });

  it("every condition that always tags out is the sight of a fault, or is found by looking, feeling or reading", () => {
    const nobodys = new Set<string>();
    const floored = (check: Check) =>
      Object.entries(check.conditions).filter(([, rule]) => rule.floor !== undefined);
    for (const sheet of sheets) {
      const kinds = new Set(failingParts(buildMachine(sheet)).map(({ kind }) => kind));
      const here = new Set(
        [...kinds].flatMap((kind) => Object.values(sights[kind]).flatMap((conditions) => conditions ?? [])),
      );
      for (const check of checksOf(sheet)) {
        for (const [condition] of floored(check)) {
          if (byLooking(condition) || otherwise.has(condition) || here.has(condition)) continue;
          nobodys.add(`${sheet.family} ${check.definition.id} ${condition}`);
        }
      }
    }
    expect([...nobodys]).toEqual([]);
  });

  it("names no condition the catalogue has not", () => {
    const known = new Set(sheets.flatMap(checksOf).flatMap((check) => Object.keys(check.conditions)));
    expect([...bySight, ...otherwise].filter((condition) => !known.has(condition))).toEqual([]);
  });
});
