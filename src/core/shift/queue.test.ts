import { describe, expect, it } from "vitest";
import { queue } from "./queue";

const unit = (unitId: string, inspectorId: string | null, minutes: number, more = {}) => ({
  unitId,
  inspectorId,
  minutes,
  done: 0,
  ready: false,
  ...more,
});

describe("queue", () => {
  it("lays one inspector's walks end to end, what is begun first, and says which will be late", () => {
    const slots = queue(
      [unit("a", "x", 30), unit("b", "x", 20, { done: 0.5 }), unit("c", "y", 10)],
      0,
      35 * 60_000,
    );
    expect(slots.get("b")).toEqual({ startMs: 0, endMs: 600_000, late: false });
    expect(slots.get("a")).toEqual({ startMs: 600_000, endMs: 2_400_000, late: true });
    expect(slots.get("c")?.late).toBe(false);
  });
  it("gives no slot to what is ready or has nobody", () => {
    expect(queue([unit("a", null, 5), unit("b", "x", 5, { ready: true })], 0, 1).size).toBe(0);
  });
});
