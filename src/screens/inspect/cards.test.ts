import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Check } from "@/core/catalogue/catalogue";
import { foundStowed } from "@/core/plan/found";
import { planInspection } from "@/core/plan/plan";
import { variablesOf } from "@/core/plan/variables";
import { usualPractice } from "@/core/vocabulary/practice";
import { entriesOf, type PlanState, withKnown, withValue } from "@/core/vocabulary/state/values";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { type CardLine, cardsOf, type HeightOf, setsBefore, stateFor } from "./cards";

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
        const cards = cardsOf(plan.visits, foundStowed(input.sheet), high);
        expect(cards.flatMap(({ lines }) => lines.flatMap(idsOf))).toEqual(plan.steps.map((s) => s.id));
        for (const card of cards) {
          const { length: blocks } = card.lines.filter(({ kind }) => kind === "row" || kind === "moves");
          // A line higher than a card stands alone; two directions of a movement are not parted.
          if (blocks > 1)
            expect(card.lines.reduce((sum, line) => sum + high(line), 0)).toBeLessThanOrEqual(570);
          expect(card.changes.map(({ id }) => id)).toEqual(card.lines.filter(isSet).flatMap(idsOf));
          expect(card.checks.map(({ key }) => key)).toEqual(
            card.lines.filter((line) => !isSet(line)).flatMap(idsOf),
          );
          expect(card.part).toBeLessThanOrEqual(card.parts);
        }
        expect(cards.reduce((sum, c) => sum + c.minutes, 0)).toBeCloseTo(plan.minutes);
      }),
      { numRuns: 40 },
    );
  });

  it("shows each check in the very state it needs, once what stands above it on its card is set", () => {
    for (const sheet of [slabScissorSheet, articulatingBoomSheet]) {
      const known = new Set(variablesOf(sheet).map((v) => v.id));
      const plan = planInspection({
        sheet,
        scope: { kind: "full" },
        practice: { ...usualPractice, start: "rear" },
      });
      let machine = foundStowed(sheet);
      for (const card of cardsOf(plan.visits, machine, high)) {
        const made: string[] = [];
        for (const check of card.checks) {
          const sets = setsBefore(card, [check]).filter(({ id }) => !made.includes(id));
          made.push(...sets.map(({ id }) => id));
          for (const { change } of sets) machine = withValue(machine, change.variable, change.to);
          // No engine on a battery unit, whatever a check leaves.
          expect(entriesOf(stateFor(card, check)).filter(([id]) => !known.has(id))).toEqual([]);
          const needs: PlanState = check.definition.needs ?? {};
          for (const [id, value] of entriesOf(needs)) {
            if (!known.has(id)) continue;
            expect(machine[id], `${check.key} ${id}`).toBe(value);
            expect(stateFor(card, check)[id], `${check.key} ${id}`).toBe(value);
          }
          machine = withKnown(machine, check.definition.leaves ?? {});
        }
        for (const { id, change } of setsBefore(card))
          if (!made.includes(id)) machine = withValue(machine, change.variable, change.to);
      }
    }
  });

  it("says a caution before the first check it is for, and once a card", () => {
    const plan = planInspection({
      sheet: articulatingBoomSheet,
      scope: { kind: "full" },
      practice: usualPractice,
    });
    for (const { lines } of cardsOf(plan.visits, foundStowed(articulatingBoomSheet), high)) {
      const said: string[] = [];
      for (const line of lines) {
        if (line.kind === "caution") said.push(...line.cautions);
        for (const check of checksIn(line))
          expect(said).toEqual(expect.arrayContaining([...(check.definition.cautions ?? [])]));
      }
      expect(new Set(said).size).toBe(said.length);
    }
  });
});

/** A row of a hundred pixels, and what stands between rows less. */
const high: HeightOf = (line) => {
  if (line.kind === "row") return 100;
  return line.kind === "moves"
    ? 40 + 60 * new Set(line.checks.map((c) => c.definition.test?.function)).size
    : 50;
};

const isSet = ({ kind }: CardLine): boolean => kind === "set";

const checksIn = (line: CardLine): readonly Check[] =>
  line.kind === "row" ? [line.check] : line.kind === "moves" ? line.checks : [];

const idsOf = (line: CardLine): readonly string[] =>
  line.kind === "set" ? line.steps.map(({ id }) => id) : checksIn(line).map(({ key }) => key);
