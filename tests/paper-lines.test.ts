import { describe, expect, it } from "vitest";
import { planInspection } from "@/core/plan/plan";
import type { Sheet } from "@/core/sheet/sheet";
import { usualPractice } from "@/core/vocabulary/practice";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { fitted, heightOf, type PaperWords, paperLines } from "@/server/plans/paper-lines";

const words: PaperWords = {
  stop: (stop) => stop,
  check: (check) => check.definition.id,
  reading: () => "Sheet: 550 kPa or more",
  direction: (direction) => direction,
  movement: (id) => id,
  change: (change) => `${change.variable} ${change.to}, in words about as long as these are`,
};
const room = { width: 535, firstHeight: 640, nextHeight: 766, endHeight: 128 };
const gap = 14;

describe("the paper form", () => {
  it.each(Object.entries<Sheet>(demoSheets))(
    "of %s holds every step in order on at most two pages, none too long",
    (_id, sheet) => {
      const plan = planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice });
      const lines = paperLines(plan, words);
      const boxes = lines.reduce((sum, line) => sum + (line.kind === "check" ? line.boxes.length : 0), 0);
      expect(boxes).toBe(plan.checks.length);
      const measured = plan.checks.filter(({ definition }) => definition.measure !== undefined);
      expect(lines.filter((l) => l.kind === "check" && l.reading !== undefined)).toHaveLength(
        measured.length,
      );
      expect(lines.filter((l) => l.kind === "change")).toHaveLength(plan.steps.length - plan.checks.length);
      const { size, columns, pages } = fitted(lines, room);
      expect(pages.length).toBeLessThanOrEqual(2);
      expect(size).toBeGreaterThanOrEqual(6.2);
      expect(pages.flat(2)).toEqual(lines);
      const width = (room.width - gap * (columns - 1)) / columns;
      pages.forEach((page, p) => {
        const height =
          (p === 0 ? room.firstHeight : room.nextHeight) - (p === pages.length - 1 ? room.endHeight : 0);
        for (const column of page) {
          expect(column.reduce((sum, line) => sum + heightOf(line, size, width), 0)).toBeLessThanOrEqual(
            height,
          );
          expect(column.at(-1)?.kind).not.toBe("stop");
        }
      });
    },
  );
});
