import { describe, expect, it } from "vitest";
import { buildMachine } from "@/core/machine/machine";
import type { Sheet } from "@/core/sheet/sheet";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { elevationOf, hasBoom } from "./geometry";
import { movedElevation } from "./moved";

const sheets: readonly Sheet[] = Object.values(demoSheets);
const stance = { posture: "raised", legs: "out" } as const;

describe("the machine after a short movement", () => {
  it("stands higher after up than after down, and further out after out than after in, the part as long as it was", () => {
    for (const sheet of sheets) {
      for (const fn of buildMachine(sheet).functions) {
        const to = (direction: string) =>
          (fn.directions as readonly string[]).includes(direction)
            ? movedElevation(sheet, stance, { function: fn.id, direction })
            : undefined;
        const [up, down] = [to("up"), to("down")];
        if (up !== undefined && down !== undefined && fn.group !== "legs")
          expect(up.platform.y, `${sheet.model} ${fn.id}`).toBeGreaterThan(down.platform.y);
        const [out, back] = [to("out"), to("in")];
        if (out !== undefined && back !== undefined && hasBoom(sheet)) {
          const reach = (e: typeof out) => Math.hypot(e.platform.x, e.platform.y);
          expect(reach(out), `${sheet.model} ${fn.id}`).not.toBeCloseTo(reach(back), 1);
        }
      }
    }
  });

  it("turns a boom without stretching it", () => {
    const sheet = demoSheets["calder-vey-kb160"];
    const lengths = (e: ReturnType<typeof elevationOf>) =>
      e.members.map(({ from, to }) => Math.hypot(to.x - from.x, to.y - from.y));
    const moved = movedElevation(sheet, stance, { function: "main", direction: "up" });
    const before = lengths(elevationOf(sheet, stance));
    for (const [i, length] of (moved === undefined ? [] : lengths(moved)).entries())
      expect(length).toBeCloseTo(before[i] ?? 0, 6);
    expect(moved).toBeDefined();
  });

  it("is not drawn for what a side view cannot show", () => {
    expect(
      movedElevation(demoSheets["calder-vey-kb160"], stance, { function: "turn", direction: "left" }),
    ).toBe(undefined);
  });
});
