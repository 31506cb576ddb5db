import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { planInspection } from "@/core/plan/plan";
import type { Sheet } from "@/core/sheet/sheet";
import { usualPractice } from "@/core/vocabulary/practice";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { layoutBoard, rookPath } from "./layout";

const sheets: readonly Sheet[] = Object.values(demoSheets);

describe("layoutBoard", () => {
  it("puts every stop of any walk on the board once, inside it, none over another, whatever the size", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...sheets),
        fc.constantFrom("rear", "engine", "right_rear_wheel", "documents" as const),
        fc.double({ min: 0.8, max: 1.25, noNaN: true }),
        (sheet, start, stretch) => {
          const figures = {
            ...sheet.figures,
            width: { value: (sheet.figures.width?.value ?? 1) * stretch, page: "1" },
          };
          const visits = planInspection({
            sheet,
            scope: { kind: "full" },
            practice: { ...usualPractice, start },
          }).visits;
          const layout = layoutBoard(
            { ...sheet, figures },
            visits.map((v) => v.stop),
            676,
            590,
          );
          const squares = [...layout.ring, ...layout.row];
          expect(squares.map((s) => s.n).sort((a, b) => a - b)).toEqual(visits.map((_, i) => i + 1));
          for (const [i, a] of squares.entries()) {
            expect(a.x).toBeGreaterThan(22);
            expect(a.x).toBeLessThan(654);
            expect(a.y).toBeGreaterThan(22);
            expect(a.y).toBeLessThan(568);
            for (const b of squares.slice(i + 1))
              expect(
                Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y)),
                `${a.stop} ${b.stop}`,
              ).toBeGreaterThan(49);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it("goes from square to square in straight lines only", () => {
    const layout = layoutBoard(
      slabScissorSheet,
      ["chassis_rear", "wheel_rear_right", "battery_tray", "chassis_front"],
      676,
      590,
    );
    for (const [i, to] of layout.ring.slice(1).entries()) {
      const points = rookPath(layout.ring[i]!, to, layout)
        .slice(1)
        .split("L")
        .map((p) => p.split(" ").map(Number));
      for (const [j, point] of points.slice(1).entries())
        expect(point[0] === points[j]?.[0] || point[1] === points[j]?.[1]).toBe(true);
    }
  });
});
