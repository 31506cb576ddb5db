import type { Family } from "../vocabulary/families";
import { type FigureId, figures, figuresOf } from "../vocabulary/figures";
import { toStored, unitsFor } from "../vocabulary/units";
import type { Sheet } from "./sheet";

export interface CsvError {
  /** Line of the file, the header being 1. */
  readonly line: number;
  readonly message: string;
}

export type CsvResult =
  | { readonly ok: true; readonly figures: Sheet["figures"] }
  | { readonly ok: false; readonly errors: readonly CsvError[] };

const header = ["figure", "value", "unit", "page"];

/**
 * A sheet's figures as CSV (RFC 4180): figure, value, unit, page. A page that a spreadsheet would take for a formula has an
 * apostrophe before it.
 */
export function figuresToCsv(sheet: Sheet): string {
  const rows = figuresOf(sheet.family).flatMap((id) => {
    const figure = sheet.figures[id];
    return figure === undefined ? [] : [[id, `${figure.value}`, figures[id], asText(figure.page)]];
  });
  return [header, ...rows].map((row) => `${row.map(quoted).join(",")}\r\n`).join("");
}

const quoted = (cell: string): string => (/[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

const formula = /^'*[=+\-@\t\r]/;
const asText = (cell: string): string => (formula.test(cell) ? `'${cell}` : cell);
const fromText = (cell: string): string =>
  cell.startsWith("'") && formula.test(cell) ? cell.slice(1) : cell;

/** Reads figures for a family. A file with any error is refused whole, every error named by its line. */
export function figuresFromCsv(text: string, family: Family): CsvResult {
  const lines = cellsOf(text.replace(/^\uFEFF/, ""));
  const errors: CsvError[] = [];
  const [first, ...rows] = lines;
  if (first === undefined || header.some((name, i) => first.cells[i]?.trim().toLowerCase() !== name)) {
    return {
      ok: false,
      errors: [
        {
          line: 1,
          message: `expected the header ${header.join(",")}, got ${first?.cells.join(",") ?? "nothing"}`,
        },
      ],
    };
  }
  const asked = figuresOf(family);
  const read: Partial<Record<FigureId, { value: number; page: string }>> = {};
  for (const { line, cells } of rows) {
    const [id = "", value = "", unit = "", page = ""] = cells.map((cell) => cell.trim());
    const wrong = (message: string) => errors.push({ line, message });
    if (!asked.includes(id as FigureId)) {
      wrong(`a ${family.replaceAll("_", " ")} has no figure "${id}"`);
      continue;
    }
    const figure = id as FigureId;
    const number = Number(value);
    if (value === "" || !Number.isFinite(number)) wrong(`expected a number for ${id}, got "${value}"`);
    const stored = toStored(number, unit, figures[figure]);
    if (stored === undefined)
      wrong(`expected ${unitsFor(figures[figure]).join(" or ")} for ${id}, got "${unit}"`);
    else if (stored < 0 && figures[figure] !== "degC") wrong(`expected 0 or more for ${id}, got ${value}`);
    if (page === "") wrong(`expected the manual's page for ${id}`);
    if (read[figure] !== undefined) wrong(`${id} is there twice`);
    if (stored !== undefined) read[figure] = { value: stored, page: fromText(page) };
  }
  return errors.length > 0 ? { ok: false, errors } : { ok: true, figures: read };
}

/** The cells of each line that is not empty; quoted cells may hold commas, quotes and line breaks. */
function cellsOf(text: string): readonly { readonly line: number; readonly cells: readonly string[] }[] {
  const rows: { line: number; cells: string[] }[] = [];
  let cells: string[] = [];
  let cell = "";
  let inQuotes = false;
  let line = 1;
  let startsAt = 1;
  const endRow = () => {
    cells.push(cell);
    if (cells.some((c) => c.trim() !== "")) rows.push({ line: startsAt, cells });
    cells = [];
    cell = "";
    startsAt = line;
  };
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (c === "\n") line += 1;
    if (inQuotes) {
      if (c === '"' && text[i + 1] === '"') {
        cell += '"';
        i += 1;
      } else if (c === '"') inQuotes = false;
      else cell += c;
    } else if (c === '"') inQuotes = true;
    else if (c === ",") {
      cells.push(cell);
      cell = "";
    } else if (c === "\n") endRow();
    else if (c !== "\r") cell += c;
  }
  endRow();
  return rows;
}
