import type { ProblemCode } from "./problem-words";

/** An error a caller can act on: what was expected, what came, what to do. Rendered as RFC 9457 problem details. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: ProblemCode,
    readonly detail: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}
