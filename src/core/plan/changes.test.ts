import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { entriesOf, type PlanState, withValue } from "../vocabulary/state/values";
import { type Means, meansOf, OutOfReach, type Reached, reach, reachWalkingLeast } from "./changes";
import { canBeFound, foundKinds, foundState } from "./found";

const sheets = Object.values<Sheet>(demoSheets);

/** A machine found somehow, and a state somebody wants of it. */
const wishes = fc
  .record({ sheet: fc.constantFrom(...sheets), seed: fc.nat(), kind: fc.constantFrom(...foundKinds) })
  .filter(({ sheet, kind }) => canBeFound(sheet, kind))
  .chain(({ sheet, kind }) => {
    const means = meansOf(sheet, { key: true, held: false });
    const some = fc.subarray([...means.variables], { minLength: 1, maxLength: 4 });
    return fc.record({
      sheet: fc.constant(sheet),
      found: fc.constant({ ...foundState(sheet, [kind]), testArea: "confirmed" }),
      goal: some.chain((variables) =>
        fc.record(Object.fromEntries(variables.map((v) => [v.id, fc.constantFrom(...v.values)]))),
      ) as fc.Arbitrary<PlanState>,
    });
  });

/** Replays changes one by one, each against what its variable asks for. */
function broken(means: Means, from: PlanState, { changes }: Reached): readonly string[] {
  let state = from;
  const faults: string[] = [];
  for (const { variable: id, from: was, to } of changes) {
    const variable = means.variables.find((v) => v.id === id);
    if (state[id] !== was) faults.push(`${id} was ${state[id]}, not ${was}`);
    const needs = variable?.needs(to, state) ?? {};
    for (const [need, value] of entriesOf(needs)) {
      if (state[need] !== undefined && state[need] !== value)
        faults.push(`${id}=${to} needs ${need}=${value}`);
    }
    state = withValue(state, id, to);
  }
  return faults;
}

describe("reach", () => {
  it("makes every change only once what it needs holds, and ends where it was asked to", () => {
    let reached = 0;
    fc.assert(
      fc.property(wishes, ({ sheet, found, goal }) => {
        const means = meansOf(sheet, { key: true, held: false });
        let result: Reached;
        try {
          result = reach(means, found, goal, 0);
        } catch (error) {
          // Contradictory wishes (fully down, and on the prop) are refused, never half met.
          expect(error).toBeInstanceOf(OutOfReach);
          return;
        }
        reached += 1;
        expect(broken(means, found, result)).toEqual([]);
        for (const [id, value] of entriesOf(goal)) expect(result.state[id]).toBe(value);
        const least = reachWalkingLeast(means, found, goal, 0);
        expect(broken(means, found, least)).toEqual([]);
        expect(least.state).toEqual(result.state);
        expect(least.minutes).toBeLessThanOrEqual(result.minutes + 1e-9);
      }),
      { numRuns: 300 },
    );
    expect(reached).toBeGreaterThan(100);
  });

  it("turns no key that is not there, and moves nothing behind a finding but down and off", () => {
    for (const sheet of sheets.filter((s) => s.power !== "hand_crank")) {
      const noKey = meansOf(sheet, { key: false, held: false });
      const found: PlanState = { ...foundState(sheet), testArea: "confirmed" };
      expect(() => reach(noKey, found, { key: "ground" })).toThrow(OutOfReach);
      expect(() => reach(noKey, found, { posture: "raised" })).toThrow(OutOfReach);
      const held = meansOf(sheet, { key: true, held: true });
      expect(() => reach(held, found, { posture: "raised" })).toThrow(OutOfReach);
      const aloft = foundState(sheet, ["raised"]);
      const down = reach(held, aloft, { posture: "stowed" });
      expect(down.changes.map((c) => `${c.variable}>${c.to}`)).toEqual(["posture>stowed"]);
    }
  });
});

describe("the outline", () => {
  it("measures the shorter way round, alike both ways, and no detour is shorter", () => {
    for (const sheet of sheets) {
      const { outline, places } = meansOf(sheet, { key: true, held: false });
      const points = [...places.values()];
      for (const a of points) {
        for (const b of points) {
          expect(outline.betweenM(a, b)).toBeCloseTo(outline.betweenM(b, a), 9);
          expect(outline.betweenM(a, b)).toBeLessThanOrEqual(outline.lengthM / 2 + 1e-9);
          for (const c of points) {
            expect(outline.betweenM(a, c)).toBeLessThanOrEqual(
              outline.betweenM(a, b) + outline.betweenM(b, c) + 1e-9,
            );
          }
        }
      }
    }
  });

  it("goes all the way round a machine of its size, an arm's length off", () => {
    for (const sheet of sheets) {
      const { outline } = meansOf(sheet, { key: true, held: false });
      const { length, width } = sheet.figures;
      if (length === undefined || width === undefined) continue;
      expect(outline.lengthM).toBeGreaterThanOrEqual(2 * (length.value + width.value));
      expect(outline.lengthM).toBeLessThan(2 * (length.value + width.value) + 14);
    }
  });
});
