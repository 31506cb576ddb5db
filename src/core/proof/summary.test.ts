import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { foundStowed } from "../plan/found";
import { planInspection } from "../plan/plan";
import { everythingAtHand } from "../plan/possible";
import type { PlanInput } from "../plan/types";
import { usualPractice } from "../vocabulary/practice";
import { faultName } from "./faults";
import { leftUnproven, summaryOf } from "./summary";

const sheet = demoSheets["dunmarrow-s24"];
const found = foundStowed(sheet);
const input: PlanInput = { sheet, scope: { kind: "full" }, practice: usualPractice, found };

describe("what a walk proves, as its owner reads it", () => {
  it("tells every visible way to fail in one row, and the places that show it within the walk", () => {
    const plan = planInspection({ ...input, ending: "parked" });
    const summary = summaryOf(sheet, found, plan);
    expect(summary.seen).toBe(summary.visible);
    expect(summary.groups.reduce((sum, row) => sum + row.faults, 0)).toBe(summary.visible);
    for (const row of summary.groups) {
      expect(row.seen).toBe(row.faults);
      expect(row.places.every((n) => n >= 1 && n <= plan.visits.length)).toBe(true);
      expect(row.places.length).toBeGreaterThan(0);
    }
  });

  it("says what stays unproven without a timber for the guards", () => {
    const plan = planInspection({ ...input, atHand: { ...everythingAtHand, missing: ["timber"] } });
    const names = summaryOf(sheet, found, plan).unproven.map(faultName);
    expect(names).toEqual(expect.arrayContaining(["sensor.guards_not_locked dead", "alarm.guards dead"]));
  });
});

describe("what a walk as it was made leaves unproven", () => {
  const plan = planInspection(input);
  const keys = plan.checks.map(({ key }) => key);
  const left = (made: readonly string[]) => leftUnproven(input, plan.steps, new Set(made)).map(faultName);

  it("is nothing where everything was made", () => {
    expect(left(keys)).toEqual([]);
  });

  it("is what only the test left out would have shown", () => {
    const without = (id: RegExp) => keys.filter((key) => !id.test(key));
    expect(left(without(/^guard\.block/))).toEqual(
      expect.arrayContaining(["sensor.guards_not_locked dead", "alarm.guards dead"]),
    );
    expect(left(without(/^(ground\.disconnect)@/))).toEqual(["sensor.disconnect_off dead"]);
    expect(left(without(/^wheel\.nuts/))).toEqual([]);
  });

  it("is all of it where nothing was made", () => {
    expect(left([]).length).toBeGreaterThan(30);
  });
});
