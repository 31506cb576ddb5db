import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { narrowScissorSheet } from "@/demo/sheets/slab-scissors";
import { planIds } from "../vocabulary/state/values";
import { buildMachine } from "./machine";
import { bandsOf, stands } from "./stands";
import { valuesOf } from "./variables";

const sheets = Object.values(demoSheets);

describe("a posture", () => {
  it("is a band between the sheet's own thresholds, each above the one before", () => {
    for (const sheet of sheets) {
      const { stowed, clear, raised } = bandsOf(buildMachine(sheet));
      expect(stowed.high, sheet.model).toBeLessThan(clear.low);
      expect(clear.low, sheet.model).toBeLessThanOrEqual(clear.high);
      expect(clear.high, sheet.model).toBeLessThan(raised.low);
      expect(raised.high).toBe(1);
    }
  });

  it("just clear lies below the height of the drive cut-out and above transport posture, raised above both", () => {
    // Cut-out at 0.13 of its travel by its figures, transport posture at 0.1.
    const { clear, raised } = bandsOf(buildMachine(narrowScissorSheet));
    expect(clear.low).toBeGreaterThan(0.1);
    expect(clear.high).toBeLessThan(0.14);
    expect(raised.low).toBeGreaterThan(0.13);
  });
});

describe("the machine where a walk has come to", () => {
  it("holds only values its variables can have, whatever the plan says", () => {
    const plan = fc.record(
      {
        posture: fc.constantFrom("stowed", "clear", "raised", "on_prop", "unknown"),
        incline: fc.constantFrom("level", "slope", "beyond_trip", "one_slope", "block"),
        outriggers: fc.constantFrom("in", "out", "unknown"),
        axles: fc.constantFrom("in", "out"),
        timber: fc.constantFrom("none", "left", "right"),
        key: fc.constantFrom("off", "ground", "platform", "unknown"),
        gate: fc.constantFrom("shut", "open"),
      } as const,
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(fc.constantFrom(...sheets), plan, fc.constantFrom("low", "high"), (sheet, state, end) => {
        const machine = buildMachine(sheet);
        const station = machine.stations[0] ?? "ground";
        const known = valuesOf(sheet);
        const made = stands(machine, state as never, { station, group: "lift", end: end as "low" });
        for (const [id, value] of Object.entries(made)) {
          const kind = known.get(id);
          if (kind === undefined || kind === "name" || value === "unknown") continue;
          if ("unit" in kind) expect(Number(value), id).toBeGreaterThanOrEqual(kind.from);
          else expect(kind, id).toContain(value);
        }
      }),
    );
  });
});

describe("the vocabulary", () => {
  it("names every variable a plan asks for once", () => {
    expect(new Set(planIds).size).toBe(planIds.length);
  });
});
