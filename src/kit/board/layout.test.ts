import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { planInspection } from "@/core/plan/plan";
import type { Sheet } from "@/core/sheet/sheet";
import { usualPractice } from "@/core/vocabulary/practice";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { extent, layoutBoard, routeOf } from "./layout";

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

  it.each(sheets.map((sheet) => [sheet.model, sheet] as const))(
    "goes from any square of the %s to any other in straight lines, never across its drawing",
    (_model, sheet) => {
      const { visits } = planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice });
      const layout = layoutBoard(sheet, [...new Set(visits.map((v) => v.stop))], 676, 590);
      const squares = [...layout.ring, ...layout.row];
      const { minX, maxX, halfY } = extent(sheet);
      const { centre, scale } = layout;
      const bad = squares.flatMap((from) =>
        squares
          .filter((to) => {
            const points = routeOf(from, to, layout);
            return points.slice(1).some((end, i) => {
              const start = points[i]!;
              const crosses =
                Math.max(start.x, end.x) > centre.x + minX * scale &&
                Math.min(start.x, end.x) < centre.x + maxX * scale &&
                Math.max(start.y, end.y) > centre.y - halfY * scale &&
                Math.min(start.y, end.y) < centre.y + halfY * scale;
              return (
                crosses ||
                (start.x !== end.x && start.y !== end.y) ||
                points[0] !== from ||
                points.at(-1) !== to
              );
            });
          })
          .map((to) => `${from.stop} to ${to.stop}`),
      );
      expect(bad).toEqual([]);
    },
  );
});
