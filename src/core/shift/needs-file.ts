import { barePlate } from "../vocabulary/plate-match";
import { type NeededWork, neededWorkSchema } from "./needed-work";

/** The columns of a file of needs, as they are named in it; what each means stands in docs/formats/needs.md. */
export const needColumns = [
  "shift",
  "crew",
  "place",
  "unit",
  "days",
  "day",
  "inspector",
  "minutes_away",
  "hands_m",
  "out_m",
  "under",
  "persons",
  "items_kg",
  "floor_kg",
  "door_width_m",
  "door_height_m",
] as const;
export type NeedColumn = (typeof needColumns)[number];

/** A line of such a file: what stands in each column that it has. */
export interface NeedLine {
  readonly line: number;
  readonly cells: Partial<Readonly<Record<NeedColumn, string>>>;
}

/** What a site has, by which the names in a file are known. */
export interface NeedsKnown {
  readonly shifts: readonly string[];
  readonly units: readonly { readonly id: string; readonly plate: string }[];
  readonly inspectors: readonly { readonly id: string; readonly name: string }[];
  /** Needs that are there: a line that says the same crew, place, shift and days is that need. */
  readonly needs: readonly {
    readonly id: string;
    readonly shiftId: string;
    readonly crew: string;
    readonly place: string;
    readonly days: number;
    readonly onDay: string | null;
  }[];
}

/** A need as it is set. */
export interface NeedRead {
  readonly id?: string;
  readonly shiftId: string;
  readonly crew: string;
  readonly place: string;
  readonly unitId: string | null;
  readonly inspectorId: string | null;
  readonly work: NeededWork | null;
  readonly days: number;
  readonly onDay: string | null;
  readonly moveMin: number;
}

/** What is wrong with a line: in which column, and what stands there. */
export interface NeedWrong {
  readonly line: number;
  readonly column: NeedColumn;
  readonly cell: string;
}

const weekdays = ["mo", "tu", "we", "th", "fr", "sa", "su"];
const everyDay = 127;

/** Days of the week, Monday the lowest bit: `mo-fr`, `mo we fr`, `daily`; undefined for anything else. */
export function daysIn(text: string): number | undefined {
  const words = text
    .toLowerCase()
    .split(/[\s,;/]+/)
    .filter((word) => word !== "");
  if (words.length === 0 || (words.length === 1 && words[0] === "daily")) return everyDay;
  let days = 0;
  for (const word of words) {
    const [from = "", until = from] = word.split("-").map((day) => day.slice(0, 2));
    const [first, last] = [weekdays.indexOf(from), weekdays.indexOf(until)];
    if (first < 0 || last < 0) return undefined;
    for (let day = first; ; day = (day + 1) % 7) {
      days |= 1 << day;
      if (day === last) break;
    }
  }
  return days;
}

/** The needs of a file, and what of it could not be read: a line with something wrong in it is left out whole. */
export function needsIn(
  lines: readonly NeedLine[],
  known: NeedsKnown,
): { readonly needs: readonly NeedRead[]; readonly wrong: readonly NeedWrong[] } {
  const needs: NeedRead[] = [];
  const wrong: NeedWrong[] = [];
  for (const line of lines) {
    const read = needOf(line, known);
    if ("column" in read) wrong.push(read);
    else needs.push(read);
  }
  return { needs, wrong };
}

function needOf({ line, cells }: NeedLine, known: NeedsKnown): NeedRead | NeedWrong {
  const cell = (column: NeedColumn) => (cells[column] ?? "").trim();
  const bad = (column: NeedColumn): NeedWrong => ({ line, column, cell: cell(column).slice(0, 60) });
  const shiftId = known.shifts.find((id) => id === cell("shift").toLowerCase());
  if (shiftId === undefined) return bad("shift");
  for (const column of ["crew", "place"] as const)
    if (cell(column) === "" || cell(column).length > 80) return bad(column);
  const days = daysIn(cell("days"));
  if (days === undefined) return bad("days");
  const onDay = cell("day") === "" ? null : cell("day");
  if (onDay !== null && !isDay(onDay)) return bad("day");
  const unit = known.units.find(({ plate }) => barePlate(plate) === barePlate(cell("unit")));
  if (cell("unit") !== "" && unit === undefined) return bad("unit");
  const inspector = known.inspectors.find(({ name }) => sameName(name, cell("inspector")));
  if (cell("inspector") !== "" && inspector === undefined) return bad("inspector");
  const moveMin = cell("minutes_away") === "" ? 0 : numberOf(cell("minutes_away"));
  if (moveMin === undefined || !Number.isInteger(moveMin) || moveMin < 0 || moveMin > 240)
    return bad("minutes_away");
  const work = workOf(cell);
  if (typeof work === "string") return bad(work);
  if (unit === undefined && work === null) return bad("unit");
  const said = { shiftId, crew: cell("crew"), place: cell("place"), days, onDay };
  const there = known.needs.find(
    (need) =>
      need.shiftId === shiftId &&
      sameName(need.crew, said.crew) &&
      sameName(need.place, said.place) &&
      (onDay === null ? need.onDay === null && need.days === days : need.onDay === onDay),
  );
  return {
    ...(there !== undefined && { id: there.id }),
    ...said,
    ...{ unitId: unit?.id ?? null, inspectorId: inspector?.id ?? null, work, moveMin },
  };
}

const figures = {
  handsM: "hands_m",
  outM: "out_m",
  persons: "persons",
  itemsKg: "items_kg",
  floorPointLoadKg: "floor_kg",
} as const satisfies Partial<Record<keyof NeededWork, NeedColumn>>;

/** The work in figures; null where none is given, the column that is wrong where one is. */
function workOf(cell: (column: NeedColumn) => string): NeededWork | null | NeedColumn {
  const columns: readonly NeedColumn[] = [
    ...Object.values(figures),
    "under",
    "door_width_m",
    "door_height_m",
  ];
  if (columns.every((column) => cell(column) === "")) return null;
  if (cell("hands_m") === "") return "hands_m";
  const usual: Partial<Record<NeedColumn, number>> = { out_m: 0, persons: 1, items_kg: 0 };
  const work: Record<string, unknown> = {
    under: /^(open|out|sky)/i.test(cell("under")) ? "open_sky" : "roof",
  };
  if (!/^(|open.*|out.*|sky|roof|indoors?|in)$/i.test(cell("under"))) return "under";
  for (const [name, column] of Object.entries(figures)) {
    const value = cell(column) === "" ? usual[column] : numberOf(cell(column));
    if (value === undefined && cell(column) !== "") return column;
    if (value !== undefined) work[name] = value;
  }
  const [width, height] = [cell("door_width_m"), cell("door_height_m")];
  if ((width === "") !== (height === "")) return width === "" ? "door_width_m" : "door_height_m";
  if (width !== "") {
    const door = { widthM: numberOf(width), heightM: numberOf(height) };
    if (door.widthM === undefined) return "door_width_m";
    if (door.heightM === undefined) return "door_height_m";
    work["door"] = door;
  }
  const read = neededWorkSchema.safeParse(work);
  if (read.success) return read.data;
  const at = read.error.issues[0]?.path[0];
  return at === "door" ? "door_width_m" : (figures[at as keyof typeof figures] ?? "hands_m");
}

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

const numberOf = (text: string): number | undefined =>
  /^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : undefined;

const isDay = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`));
