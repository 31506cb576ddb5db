/** Rows by their unit. */
export function byUnit<Row extends { readonly unitId: string }>(
  rows: readonly Row[],
): ReadonlyMap<string, readonly Row[]> {
  const units = new Map<string, Row[]>();
  for (const row of rows) {
    const known = units.get(row.unitId);
    if (known === undefined) units.set(row.unitId, [row]);
    else known.push(row);
  }
  return units;
}
