import type { LinearProgramme } from "./linear";

const sign = { at_least: ">=", at_most: "<=" } as const;
/** A term a line: the format allows no long ones. */
const summed = (terms: readonly string[]): string => terms.join("\n + ");

/**
 * A linear programme in the LP format that solvers read. Columns are `x0`, `x1` ..., rows `r0`, `r1` ...
 * A row no column counts in has a term of nothing, as the format asks for one.
 */
export function lpText({ rows, columns }: LinearProgramme, amounts: "any" | "whole"): string {
  const inRow = rows.map((): string[] => []);
  columns.forEach((column, index) => {
    for (const row of new Set(column.rows))
      inRow[row]?.push(`${column.rows.filter((one) => one === row).length} x${index}`);
  });
  return [
    "Minimize",
    ` cost: ${summed(columns.map(({ cost }, index) => `${cost} x${index}`))}`,
    "Subject To",
    ...rows.map(
      ({ sense, limit }, row) =>
        ` r${row}: ${inRow[row]?.length === 0 ? "0 x0" : summed(inRow[row] ?? [])} ${sign[sense]} ${limit}`,
    ),
    ...(amounts === "whole" ? ["General", ...columns.map((_, index) => ` x${index}`)] : []),
    "End",
  ].join("\n");
}
