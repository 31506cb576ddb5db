import { describe, expect, it } from "vitest";
import { buildMachine } from "@/core/machine/machine";
import { slabScissorSheet } from "@/core/sheet/demo/scissors-and-masts";
import { articulatingBoomSheet } from "@/core/sheet/demo/self-propelled-booms";
import { elevationOf, memberOf } from "./geometry";

const sheets = [slabScissorSheet, articulatingBoomSheet];
const postures = ["stowed", "clear", "on_prop", "raised"];

describe("elevationOf", () => {
  it("stands on the ground and rises with its posture", () => {
    for (const sheet of sheets) {
      const heights = postures.map((posture) => {
        const e = elevationOf(sheet, posture);
        for (const wheel of e.wheels) expect(wheel.y).toBeCloseTo(wheel.rM);
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
      elevationOf(slabScissorSheet, posture).members.map((m) =>
        Math.hypot(m.to.x - m.from.x, m.to.y - m.from.y),
      ),
    );
    expect(Math.max(...lengths) - Math.min(...lengths)).toBeLessThan(0.01);
    const stowed = elevationOf(slabScissorSheet, "stowed").platform;
    expect(stowed.y + stowed.railM).toBeCloseTo(slabScissorSheet.figures.stowed_height?.value ?? 0, 1);
  });

  it("has a drawn part for every function of the machine", () => {
    for (const sheet of sheets) {
      const drawn = new Set([
        ...elevationOf(sheet, "raised").members.map((m) => m.function),
        "platform",
        "chassis",
        "turntable",
      ]);
      for (const fn of buildMachine(sheet).functions) expect(drawn, fn.id).toContain(memberOf(fn.id));
    }
  });
});
