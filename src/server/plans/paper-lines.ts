import type { Check } from "@/core/catalogue/catalogue";
import type { Change } from "@/core/plan/changes";
import type { Plan } from "@/core/plan/types";

/** One line of the paper form. */
export type PaperLine =
  | { readonly kind: "stop"; readonly text: string }
  | { readonly kind: "change"; readonly text: string }
  /** To be ticked: one box, or one for each way a movement goes; what is measured has room to be written beside its limit. */
  | {
      readonly kind: "check";
      readonly text: string;
      readonly boxes: readonly string[];
      readonly reading?: string;
    };

export interface PaperWords {
  readonly stop: (stop: string) => string;
  readonly check: (check: Check) => string;
  /** Unit and limit of what is measured. */
  readonly reading: (check: Check) => string;
  readonly direction: (direction: string) => string;
  readonly movement: (id: string) => string;
  readonly change: (change: Change) => string;
}

/** A plan as the lines of a form, in its order; the ways of one movement share a line. */
export function paperLines(plan: Plan, words: PaperWords): readonly PaperLine[] {
  const lines: PaperLine[] = [];
  plan.visits.forEach((visit, index) => {
    lines.push({ kind: "stop", text: `${index + 1}  ${words.stop(visit.stop)}` });
    for (const step of visit.steps) {
      if (step.kind !== "check") {
        lines.push({ kind: "change", text: words.change(step.change) });
        continue;
      }
      const { test, measure } = step.check.definition;
      if (test === undefined || !step.check.definition.id.startsWith("move.")) {
        const line = { kind: "check", text: words.check(step.check), boxes: [""] } as const;
        lines.push(measure === undefined ? line : { ...line, reading: words.reading(step.check) });
        continue;
      }
      const text = words.movement(test.function);
      const way = words.direction(test.direction);
      const before = lines.at(-1);
      if (before?.kind === "check" && before.text === text && before.boxes[0] !== "") {
        lines[lines.length - 1] = { ...before, boxes: [...before.boxes, way] };
      } else lines.push({ kind: "check", text, boxes: [way] });
    }
  });
  return lines;
}

export interface Fitted {
  readonly size: number;
  readonly columns: number;
  /** Lines by page and column. */
  readonly pages: readonly (readonly (readonly PaperLine[])[])[];
}

/** What is left for columns on an A4 page: points. */
export interface Room {
  readonly width: number;
  readonly firstHeight: number;
  readonly nextHeight: number;
  /** Kept free on the last page, for what was wrong and the signature. */
  readonly endHeight: number;
}

const gap = 14;
const sizes: readonly (readonly [size: number, columns: number])[] = [
  [10, 2],
  [9.5, 2],
  [9, 2],
  [8.5, 2],
  [8, 2],
  [7.5, 2],
  [7.5, 3],
  [7, 3],
  [6.5, 3],
  [6.2, 3],
];

/** Letters of room to write a reading in, and about it. */
export const toWrite = 9;

/** Points a line takes at a size, wrapped where it is too long for its column. */
export function heightOf(line: PaperLine, size: number, columnWidth: number): number {
  // A letter of this face is half as wide as it is high, on the whole.
  const perRow = Math.floor((columnWidth - (line.kind === "check" ? 2.2 * size : 1.2 * size)) / (size * 0.5));
  const boxes =
    line.kind === "check" ? line.boxes.reduce((sum, box) => sum + (box === "" ? 0 : box.length + 3), 0) : 0;
  const written = line.kind === "check" && line.reading !== undefined ? line.reading.length + toWrite : 0;
  const rows = Math.max(1, Math.ceil((line.text.length + boxes + written) / perRow));
  // Its ascent and descent together, as the renderer sets it.
  const rowHeight = size * 1.33;
  return rows * rowHeight + (line.kind === "stop" ? size * 0.7 : size * 0.1);
}

/** The largest type at which the form goes on one page, else on two. A heading never stands last in a column. */
export function fitted(lines: readonly PaperLine[], room: Room): Fitted {
  const tries = [1, 2].flatMap((pages) =>
    sizes.filter(([size]) => pages === 2 || size >= 8).map(([size, columns]) => ({ pages, size, columns })),
  );
  for (const { pages, size, columns } of tries) {
    const laid = lay(lines, room, size, columns, pages);
    if (laid !== undefined) return { size, columns, pages: laid };
  }
  // More than two pages: the smallest type, as many as it takes.
  const [size, columns] = sizes.at(-1) ?? [6.5, 3];
  return { size, columns, pages: lay(lines, room, size, columns, 9) ?? [] };
}

function lay(
  lines: readonly PaperLine[],
  room: Room,
  size: number,
  columns: number,
  mostPages: number,
): readonly (readonly (readonly PaperLine[])[])[] | undefined {
  const columnWidth = (room.width - gap * (columns - 1)) / columns;
  const pages: PaperLine[][][] = [];
  let next = 0;
  while (next < lines.length) {
    if (pages.length === mostPages) return undefined;
    const height = pages.length === 0 ? room.firstHeight : room.nextHeight;
    const last = pages.length === mostPages - 1;
    const page: PaperLine[][] = [];
    for (let column = 0; column < columns && next < lines.length; column++) {
      const list: PaperLine[] = [];
      let left = height - (last ? room.endHeight : 0);
      for (; next < lines.length; next++) {
        const line = lines[next] as PaperLine;
        const following = lines[next + 1];
        const needs =
          heightOf(line, size, columnWidth) +
          (line.kind === "stop" && following !== undefined ? heightOf(following, size, columnWidth) : 0);
        if (needs > left) break;
        left -= heightOf(line, size, columnWidth);
        list.push(line);
      }
      page.push(list);
    }
    pages.push(page);
  }
  return pages;
}
