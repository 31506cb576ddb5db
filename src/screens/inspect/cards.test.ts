import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { foundStowed } from "@/core/plan/found";
import { planInspection } from "@/core/plan/plan";
import { variablesOf } from "@/core/plan/variables";
import { usualPractice } from "@/core/vocabulary/practice";
import { entriesOf, type PlanState } from "@/core/vocabulary/state/values";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { cardsOf, isMove } from "./cards";

const inputs = fc.record({
  sheet: fc.constantFrom(slabScissorSheet, articulatingBoomSheet),
  practice: fc.record({
    start: fc.constantFrom("rear", "engine", "right_rear_wheel", "documents" as const),
    documents: fc.constantFrom("first", "last" as const),
    survey: fc.constantFrom("first", "last" as const),
    look: fc.constantFrom("all_first", "as_you_pass" as const),
    auxiliary: fc.constantFrom("first", "at_lowering" as const),
    guards: fc.constantFrom("early", "late" as const),
  }),
  scope: fc.constantFrom({ kind: "full" } as const, { kind: "check_in" } as const),
});

describe("cardsOf", () => {
  it("shows every step of the plan once, in its order, on cards that fit a screen", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const plan = planInspection(input);
        const cards = cardsOf(plan, foundStowed(input.sheet));
        expect(cards.flatMap((c) => [...c.changes.map((s) => s.id), ...c.checks.map((k) => k.key)])).toEqual(
          plan.steps.map((s) => s.id),
        );
        for (const card of cards) {
          const moves = card.checks.filter(isMove).length;
          expect(moves === 0 || moves === card.checks.length).toBe(true);
          expect(moves === 0 ? card.checks.length : moves / 2).toBeLessThanOrEqual(7);
          expect(card.part).toBeLessThanOrEqual(card.parts);
        }
        expect(cards.reduce((sum, c) => sum + c.minutes, 0)).toBeCloseTo(plan.minutes);
      }),
      { numRuns: 40 },
    );
  });

  it("shows each card's first check in the very state it needs", () => {
    for (const sheet of [slabScissorSheet, articulatingBoomSheet]) {
      const known = new Set(variablesOf(sheet).map((v) => v.id));
      const plan = planInspection({
        sheet,
        scope: { kind: "full" },
        practice: { ...usualPractice, start: "rear" },
      });
      for (const card of cardsOf(plan, foundStowed(sheet))) {
        // No engine on a battery unit, whatever a check leaves.
        expect(entriesOf(card.state).filter(([id]) => !known.has(id))).toEqual([]);
        const needs: PlanState = card.checks[0]?.definition.needs ?? {};
        for (const [id, value] of entriesOf(needs))
          if (known.has(id)) expect(card.state[id], `${card.checks[0]?.key} ${id}`).toBe(value);
      }
    }
  });
});
