/** A value read or worked out, with how far off it may be either way: about nineteen times in twenty within it. */
export interface Uncertain {
  readonly value: number;
  readonly plusMinus: number;
}

/** Something read to within so much. */
export const read = (value: number, plusMinus: number): Uncertain => ({ value, plusMinus });

/**
 * A function of several independent readings: how far off the result may be is the root of the sum of squares of what
 * each reading alone would make of it (first-order propagation of uncertainty, as in the ISO guide to it). Each reading is
 * moved by its own uncertainty, so that no derivative has to be written down.
 */
export function workedOut(
  of: (...values: readonly number[]) => number,
  readings: readonly Uncertain[],
): Uncertain {
  const values = readings.map(({ value }) => value);
  const value = of(...values);
  const squares = readings.reduce((sum, { plusMinus }, i) => {
    const moved = values.map((one, j) => (j === i ? one + plusMinus : one));
    const difference = of(...moved) - value;
    return sum + difference * difference;
  }, 0);
  return { value, plusMinus: Math.sqrt(squares) };
}

/** How a value stands to its limit: `close` where the limit lies within what the value may be off. */
export type Against = "within" | "close" | "beyond";

export function against(
  { value, plusMinus }: Uncertain,
  limit: number,
  sense: "at_least" | "at_most",
): Against {
  const room = sense === "at_most" ? limit - value : value - limit;
  if (Math.abs(room) <= plusMinus) return "close";
  return room > 0 ? "within" : "beyond";
}

/** A reading that was expected to be something it was not: what was expected, what came, what to do. */
export function mustBe(ok: boolean, expected: string, got: number | string): void {
  if (!ok) throw new RangeError(`expected ${expected}, got ${got}; measure it again`);
}
