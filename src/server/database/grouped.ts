/** Rows by one of their columns, each group in the order they came. */
export function groupedBy<Row, Column extends keyof Row>(
  rows: readonly Row[],
  column: Column,
): ReadonlyMap<Row[Column], readonly Row[]> {
  const groups = new Map<Row[Column], Row[]>();
  for (const row of rows) {
    const known = groups.get(row[column]);
    if (known === undefined) groups.set(row[column], [row]);
    else known.push(row);
  }
  return groups;
}
