/**
 * A list of flat records as one list for each of their fields, which packs to a fifth less: what stands below each other
 * is alike. `shapes` are the sets of fields there are, `of` says by number which each record has; an id that is the one of
 * the record before (`follows`) is 1.
 */
export interface Columns {
  readonly form: 1;
  readonly shapes: readonly (readonly string[])[];
  readonly of: readonly number[];
  readonly fields: Readonly<Record<string, readonly unknown[]>>;
}

type Flat = Readonly<Record<string, unknown>>;

/** Stands for the id of the record before. */
const before = 1;

export function toColumns(records: readonly Flat[]): Columns {
  const shapes: string[][] = [];
  const numbers = new Map<string, number>();
  const fields: Record<string, unknown[]> = Object.create(null);
  const of = records.map((record, i) => {
    const names = Object.keys(record);
    const shape = JSON.stringify(names);
    const number = numbers.get(shape) ?? shapes.push(names) - 1;
    numbers.set(shape, number);
    const last = records[i - 1]?.["id"];
    for (const name of names) {
      const value = record[name];
      fields[name] ??= [];
      fields[name].push(name === "follows" && typeof last === "string" && value === last ? before : value);
    }
    return number;
  });
  return { form: 1, shapes, of, fields };
}

export function fromColumns({ shapes, of, fields }: Columns): readonly Flat[] {
  const next = new Map<string, number>();
  const records: Flat[] = [];
  for (const number of of) {
    const record = (shapes[number] ?? []).map((name) => {
      const at = next.get(name) ?? 0;
      next.set(name, at + 1);
      const value = fields[name]?.[at];
      return [name, name === "follows" && value === before ? records.at(-1)?.["id"] : value] as const;
    });
    records.push(Object.fromEntries(record));
  }
  return records;
}
