import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { crankMastSheet } from "@/demo/sheets/push-around-masts";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { type Check, checksOf } from "../catalogue/catalogue";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import { seeded } from "../vocabulary/seeded";
import { changesBoundMin, walkBoundMin } from "./bound";
import { meansOf } from "./changes";
import { closedGoal } from "./closed-goal";
import { foundStowed } from "./found";
import { groupsOf } from "./groups";
import { walkM_per_min } from "./places";
import { cheapestOrder, edgesOf, type Problem } from "./search";
import { loopOf, turns } from "./walk";

/**
 * The cheapest plan by trying everything: every single change from every state, every group as soon as it may be
 * done, in order of cost. No macro steps, no bound, no beam; only for a handful of checks.
 */
function bruteForceMin(problem: Problem, loop: readonly number[], under: number): number {
  const { groups, means, closed } = problem;
  const all = 2 ** groups.length - 1;
  const mask = (indices: readonly number[]) => indices.reduce((bits, i) => bits | (1 << i), 0);
  const before = groups.map((g) => mask(g.after));
  loop.forEach((index, i) => {
    if (i > 0) before[index] = (before[index] as number) | (1 << (loop[i - 1] as number));
  });
  const rides = mask(problem.ridesAfter);
  const boards = mask(problem.boardsAfter);
  const sets = mask(problem.setsAfter);
  interface Node {
    readonly state: Readonly<Record<string, string>>;
    readonly at: number | undefined;
    readonly done: number;
    readonly minutes: number;
  }
  // A queue in steps of a hundredth of a minute keeps the order of cost; walking rounds down, so it stays a bound.
  const queue: Node[][] = [];
  const key = ({ state, at, done }: Node) => `${Object.values(state).join()}@${at?.toFixed(2) ?? ""}#${done}`;
  const best = new Map<string, number>();
  const push = (node: Node) => {
    if (node.minutes > under + 1e-9) return;
    const place = key(node);
    if ((best.get(place) ?? Number.POSITIVE_INFINITY) <= node.minutes) return;
    best.set(place, node.minutes);
    const slot = Math.floor(node.minutes * 100 + 1e-6);
    queue[slot] ??= [];
    queue[slot].push(node);
  };
  push({ state: problem.state, at: problem.at, done: 0, minutes: 0 });
  let least = Number.POSITIVE_INFINITY;
  for (let slot = 0; slot < queue.length; slot++) {
    if (slot / 100 > least) break;
    for (const node of queue[slot] ?? []) {
      // Reached for less since it was put here.
      if ((best.get(key(node)) as number) < node.minutes) continue;
      const { state, at, done } = node;
      if (done === all && Object.entries(closed).every(([id, value]) => state[id] === value)) {
        least = Math.min(least, node.minutes);
        continue;
      }
      for (const group of groups) {
        const bit = 1 << group.index;
        if ((done & bit) !== 0 || ((before[group.index] as number) & ~done) !== 0) continue;
        if (!Object.entries(group.needs).every(([id, value]) => state[id] === value)) continue;
        const aboard = state["who"] === "platform";
        const walkM = aboard ? 0 : means.outline.betweenM(at, group.at);
        push({
          state: { ...state, ...group.leaves },
          at: aboard ? at : (group.at ?? at),
          done: done | bit,
          minutes: node.minutes + walkM / walkM_per_min,
        });
      }
      for (const variable of means.variables) {
        if (variable.id === "testArea") continue;
        for (const to of variable.values) {
          if (state[variable.id] === to) continue;
          const needs = variable.needs(to, state);
          if (!means.variables.every((v) => needs[v.id] === undefined || needs[v.id] === state[v.id]))
            continue;
          if (variable.id === "who" && to === "platform" && (boards & ~done) !== 0) continue;
          const rising = variable.id === "posture" && to !== "stowed" && state["who"] === "platform";
          if (rising && (rides & ~done) !== 0) continue;
          const setting =
            (variable.id === "axles" || variable.id === "outriggers") && state["who"] === "platform";
          if (setting && (sets & ~done) !== 0) continue;
          const aboard = state["who"] === "platform" && variable.id !== "who";
          const place = aboard ? undefined : means.places.get(variable.id);
          const walkM = means.outline.betweenM(at, place);
          push({
            state: { ...state, [variable.id]: to },
            at: place ?? at,
            done,
            minutes: node.minutes + variable.minutes(to) + walkM / walkM_per_min,
          });
        }
      }
    }
  }
  return least;
}

function problemOf(sheet: Sheet, checks: readonly Check[]) {
  const means = meansOf(sheet, { key: true, held: false });
  const state = foundStowed(sheet);
  const closed = closedGoal(means.variables, state);
  const known = new Set(means.variables.map((v) => v.id));
  const groups = groupsOf(checks, usualPractice, known, means.outline, state);
  const problem: Problem = {
    groups,
    means,
    state,
    at: undefined,
    closed,
    boardsAfter: groups.filter((g) => g.rails).map((g) => g.index),
    ridesAfter: groups.filter((g) => g.lowers).map((g) => g.index),
    setsAfter: groups.filter((g) => g.stops).map((g) => g.index),
  };
  const loops = turns.map((turn) => loopOf(groups, sheet, "rear", means.outline, turn));
  return { problem, loops };
}

describe("the lower bound", () => {
  it("never exceeds, and the search seldom exceeds, the cheapest plan there is, found by trying everything", () => {
    const random = seeded(1);
    const over: number[] = [];
    for (const sheet of [slabScissorSheet, crankMastSheet, articulatingBoomSheet]) {
      const all = checksOf(sheet);
      const area = all.filter((c) => c.definition.id === "area.test");
      for (let round = 0; round < 2; round++) {
        const few = [
          ...new Set(
            Array.from(
              { length: sheet === articulatingBoomSheet ? 2 : 3 },
              () => all[Math.floor(random() * all.length)] as Check,
            ),
          ),
        ];
        const { problem, loops } = problemOf(sheet, [...area, ...few.filter((c) => !area.includes(c))]);
        const edges = edgesOf(problem);
        const ends = { found: problem.state, closed: problem.closed };
        for (const loop of loops) {
          const found = cheapestOrder(problem, loop, edges);
          expect(found.order).toBeDefined();
          const optimum = bruteForceMin(problem, loop, found.minutes);
          const bound =
            changesBoundMin(problem.groups, problem.means, ends) +
            walkBoundMin(problem.groups, loop, problem.means, ends);
          // Nothing cheaper than the plan was found where the queue ran dry under its cost.
          const cheapest = Math.min(optimum, found.minutes);
          expect(bound).toBeLessThanOrEqual(cheapest + 1e-9);
          over.push(found.minutes - cheapest);
        }
      }
    }
    // The changes between two groups are made in one settled order, so a little walking may be over.
    expect(Math.max(...over)).toBeLessThan(0.6);
    expect(over.filter((minutes) => minutes > 0.05).length).toBeLessThanOrEqual(over.length / 2);
  });
});
