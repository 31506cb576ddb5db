/** What to type into the fields of a row, in their order, so that it is well within its limit: a reading, or a timed run. */
export function readingsFor(row: string): readonly string[] {
  const last = /Last read: ([\d.]+)/.exec(row)?.[1];
  if (last !== undefined) return [last];
  // Where the sheet has no figure for it, any will do.
  if (!row.includes("Sheet: ") && !row.includes("Length")) return ["1204"];
  const limit = Number(/Sheet: (?:about )?([\d.]+)/.exec(row)?.[1]);
  const well = row.includes("or less") ? limit * 0.9 : limit * 1.1;
  if (!row.includes("Length")) return [`${Math.round(well * 100) / 100}`];
  // Over ten metres; raised, as a part of what it ran lowered.
  const lowered = Number(/Speed lowered: ([\d.]+)/.exec(row)?.[1] ?? 1);
  return ["10", (10 / (well * lowered)).toFixed(1)];
}
