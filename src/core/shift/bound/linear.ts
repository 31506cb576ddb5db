/** A linear programme: the least cost of columns, each at least nothing, such that every row holds. */
export interface LinearProgramme {
  readonly rows: readonly { readonly sense: "at_least" | "at_most"; readonly limit: number }[];
  readonly columns: readonly Column[];
}

export interface Column {
  readonly cost: number;
  /** The rows it counts in; one that is named twice it counts twice in. */
  readonly rows: readonly number[];
}

export interface LinearAnswer {
  readonly cost: number;
  /** What one more of each row's limit would cost. */
  readonly duals: readonly number[];
  readonly amounts: readonly number[];
}

/** Solves a linear programme; `whole` asks for whole amounts, within a limited number of nodes, and gives no duals. */
export type Solve = (programme: LinearProgramme, amounts: "any" | "whole") => LinearAnswer;
