/**
 * Records from before the app, or made without it: they are found, shown and printed, marked for ever as what they are, and bear
 * on nothing. No clearance, clock or tag follows from them.
 */

/** Where such a record is from: a file of another yard book, or a walk on paper that somebody typed in. */
export const pastOrigins = ["file", "paper"] as const;
export type PastOrigin = (typeof pastOrigins)[number];

export const pastKinds = ["inspection", "examination", "service", "repair"] as const;
export type PastKind = (typeof pastKinds)[number];

export const pastOutcomes = ["nothing_found", "faults", "tagged_out", "not_said"] as const;
export type PastOutcome = (typeof pastOutcomes)[number];

/** What of a record stands in a column of its file. */
export const pastFields = ["plate", "date", "by", "outcome", "note"] as const;
export type PastField = (typeof pastFields)[number];

/** How a day is written in a file. */
export const dateForms = ["year_first", "dotted", "day_first", "month_first"] as const;
export type DateForm = (typeof dateForms)[number];

/** How the columns of a file are to be read. */
export interface Mapping {
  /** The column of each field, from 0; undefined where the file has none. */
  readonly columns: Readonly<Partial<Record<PastField, number>>>;
  readonly dates: DateForm;
  /** What each text of the outcome's column means; one that is not here is not said. */
  readonly outcomes: Readonly<Record<string, PastOutcome>>;
}

/** A record as it is read from a line. */
export interface PastRow {
  /** Line of the file, the header being 1. */
  readonly line: number;
  readonly plate: string;
  /** The day as `2024-03-09`. */
  readonly date: string;
  readonly by: string;
  readonly outcome: PastOutcome;
  readonly note: string;
}

export interface PastError {
  readonly line: number;
  readonly field: PastField;
  /** What stands there. */
  readonly got: string;
}

/** Longest texts that are kept. */
export const longest = { by: 80, note: 1000 } as const;

/** Headers by which a column is known, in the languages of the app. */
const headers: Readonly<Record<PastField, RegExp>> = {
  plate: /plate|unit|machine|fleet|unidad|m[aá]quina|placa/i,
  date: /date|day|when|fecha|d[ií]a/i,
  by: /\bby\b|name|inspector|operator|person|nombre|operador/i,
  outcome: /outcome|result|status|pass|ok|resultado|estado/i,
  note: /note|remark|comment|fault|finding|defect|nota|observa|fallo/i,
};

/** A mapping to begin with, from the header and from how the days are written. */
export function guessed(header: readonly string[], rows: readonly (readonly string[])[]): Mapping {
  const taken = new Set<number>();
  const columns: Partial<Record<PastField, number>> = {};
  for (const field of pastFields) {
    const at = header.findIndex((cell, i) => !taken.has(i) && headers[field].test(cell));
    if (at < 0) continue;
    taken.add(at);
    columns[field] = at;
  }
  const { date } = columns;
  const days =
    date === undefined ? [] : rows.map((row) => row[date] ?? "").filter((cell) => cell.trim() !== "");
  // The form in which most of them are days: one that was mistyped does not hide it.
  const readIn = (form: DateForm) => days.filter((cell) => dayIn(cell, form) !== undefined).length;
  const dates = dateForms.reduce((best, form) => (readIn(form) > readIn(best) ? form : best));
  return { columns, dates, outcomes: {} };
}

/** The lines of a file as records, and what of it cannot be read; a line is taken whole or not at all. */
export function readPast(
  rows: readonly (readonly string[])[],
  { columns, dates, outcomes }: Mapping,
  today: string,
): { readonly rows: readonly PastRow[]; readonly errors: readonly PastError[] } {
  const errors: PastError[] = [];
  const read = rows.flatMap((cells, i): readonly PastRow[] => {
    const line = i + 2;
    const cell = (field: PastField) => {
      const at = columns[field];
      return at === undefined ? "" : (cells[at] ?? "").trim();
    };
    const [plate, by, note] = [cell("plate"), cell("by"), cell("note")];
    const date = dayIn(cell("date"), dates);
    const before = errors.length;
    const wrong = (field: PastField) => errors.push({ line, field, got: cell(field).slice(0, 60) });
    if (plate === "") wrong("plate");
    if (date === undefined || date > today) wrong("date");
    if (by === "" || by.length > longest.by) wrong("by");
    if (note.length > longest.note) wrong("note");
    if (errors.length > before || date === undefined) return [];
    return [{ line, plate, date, by, outcome: outcomes[cell("outcome")] ?? "not_said", note }];
  });
  return { rows: read, errors };
}

const forms: Readonly<Record<DateForm, RegExp>> = {
  year_first: /^(?<y>\d{4})-(?<m>\d{1,2})-(?<d>\d{1,2})/,
  dotted: /^(?<d>\d{1,2})\.(?<m>\d{1,2})\.(?<y>\d{4})/,
  day_first: /^(?<d>\d{1,2})\/(?<m>\d{1,2})\/(?<y>\d{4})/,
  month_first: /^(?<m>\d{1,2})\/(?<d>\d{1,2})\/(?<y>\d{4})/,
};

/** A day as it is written; a time after it is not read. Undefined for one there is not, or from before there were lifts. */
export function dayIn(text: string, form: DateForm): string | undefined {
  const { y, m, d } = forms[form].exec(text.trim())?.groups ?? {};
  if (y === undefined || m === undefined || d === undefined) return undefined;
  const day = `${y}-${m.padStart(2, "0")}-${d.padStart(2, "0")}`;
  const ms = Date.parse(`${day}T00:00:00Z`);
  const is = Number.isFinite(ms) && new Date(ms).toISOString().startsWith(day);
  return is && Number(y) >= 1960 ? day : undefined;
}
