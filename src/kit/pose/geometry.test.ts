import { describe, expect, it } from "vitest";
import { buildMachine } from "@/core/machine/machine";
import type { Sheet } from "@/core/sheet/sheet";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { elevationOf, memberOf } from "./geometry";

const sheets: readonly Sheet[] = Object.values(demoSheets);
const at = (posture: string) => ({ posture, legs: "out" as const });
const postures = ["stowed", "clear", "on_prop", "raised"];

describe("elevationOf", () => {
  it("stands on the ground and rises with its posture", () => {
    for (const sheet of sheets) {
      const heights = postures.map((posture) => {
        const e = elevationOf(sheet, at(posture));
        // On its legs a towable's wheels leave the ground.
        for (const wheel of e.wheels) expect(wheel.y).toBeGreaterThanOrEqual(wheel.rM - 1e-9);
        for (const p of [...e.chassis, ...e.turntable, ...e.members.flatMap((m) => [m.from, m.to])])
          expect(p.y).toBeGreaterThan(0);
        return e.platform.y;
      });
      expect([...heights].sort((a, b) => a - b)).toEqual(heights);
      expect(new Set(heights).size).toBe(postures.length);
    }
  });

  it("keeps a scissor's arms as long as they are, and the stowed platform at the sheet's height", () => {
    const lengths = postures.flatMap((posture) =>
      elevationOf(slabScissorSheet, at(posture)).members.map((m) =>
        Math.hypot(m.to.x - m.from.x, m.to.y - m.from.y),
      ),
    );
    expect(Math.max(...lengths) - Math.min(...lengths)).toBeLessThan(0.01);
    const stowed = elevationOf(slabScissorSheet, at("stowed")).platform;
    expect(stowed.y + stowed.railM).toBeCloseTo(slabScissorSheet.figures.stowed_height?.value ?? 0, 1);
  });

  it("has a drawn part for every function of the machine", () => {
    for (const sheet of sheets) {
      const drawn = new Set([
        ...elevationOf(sheet, at("raised")).members.map((m) => m.function),
        "platform",
        "chassis",
        "turntable",
        ...(elevationOf(sheet, at("raised")).legs.length > 0 ? ["legs"] : []),
      ]);
      for (const fn of buildMachine(sheet).functions) expect(drawn, fn.id).toContain(memberOf(fn.id));
    }
  });
});
