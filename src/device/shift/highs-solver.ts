import type { LegacyHighs } from "highs";
import type { LinearAnswer, Solve } from "@/core/shift/bound/linear";
import { lpText } from "@/core/shift/bound/lp-text";

/** Nodes a search for whole amounts looks at, at most: the same on every machine, as a time would not be. */
const mostNodes = 200;

/** Solves by HiGHS, once it has been loaded. */
export const solveBy =
  (highs: Pick<LegacyHighs, "solve">): Solve =>
  (programme, amounts): LinearAnswer => {
    const answer = highs.solve(lpText(programme, amounts), { mip_max_nodes: mostNodes });
    const { Columns: columns, Rows: rows, Status: status } = answer;
    if (status !== "Optimal" && amounts === "any")
      throw new Error(`expected the least cost of a shift's rounds, got ${status}`);
    return {
      cost: answer.ObjectiveValue,
      duals: rows.map((row) => ("Dual" in row ? row.Dual : 0)),
      amounts: programme.columns.map((_, index) => {
        const column = columns[`x${index}`];
        return column !== undefined && "Primal" in column ? column.Primal : 0;
      }),
    };
  };
