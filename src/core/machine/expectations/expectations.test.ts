import { describe, expect, it } from "vitest";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { families } from "../../vocabulary/families";
import type { Interlock } from "../interlock";
import { interlocks } from "../interlocks";
import { buildMachine, type Machine } from "../machine";
import { byHand } from "./by-hand";
import { seen } from "./read";

function firstDisagreeing(build: (id: DemoSheetId) => Machine): string | undefined {
  for (const [id, lines] of byHand) {
    const machine = build(id);
    for (const [words, done, given, wanted] of lines) if (seen(machine, done, given) !== wanted) return words;
  }
  return undefined;
}

describe("independent expectations", () => {
  for (const [id, lines] of byHand) {
    describe(id, () => {
      const machine = buildMachine(demoSheets[id]);
      it.each(lines)("%s", (_words, done, given, wanted) => {
        expect(seen(machine, done, given)).toBe(wanted);
      });
    });
  }

  it("are sixty or more for every family, none written twice", () => {
    for (const family of families) {
      const lines = byHand
        .filter(([id]) => demoSheets[id].family === family)
        .flatMap(([id, own]) => own.map(([words, done]) => `${id}: ${done} ${words}`));
      expect(lines.length, family).toBeGreaterThanOrEqual(60);
      expect(new Set(lines).size, family).toBe(lines.length);
    }
  });
});

describe("planted errors", () => {
  const list = interlocks as Interlock[];
  const right = Object.fromEntries(byHand.map(([id]) => [id, buildMachine(demoSheets[id])]));

  /** The first expectation that notices a change to one interlock. */
  function noticing(index: number, changed: readonly Interlock[]): string | undefined {
    const was = list.splice(index, 1, ...changed);
    try {
      return firstDisagreeing((id) => buildMachine(demoSheets[id]));
    } finally {
      list.splice(index, changed.length, ...was);
    }
  }

  it("no interlock can be dropped unnoticed", () => {
    const unnoticed = [...list.entries()].filter(([i]) => noticing(i, []) === undefined).map(([, x]) => x.id);
    expect(unnoticed).toEqual([]);
  });

  it.each([
    "axles_in_telescope",
    "legs_not_set",
    "tilt_refuses_lift",
    "gate_open",
    "reach_limit",
    "crush_guard_pressed",
    "boom_in_cradle",
    "casters_free",
  ])("%s slowing instead of refusing, or the wrong way round, is noticed", (id) => {
    const index = list.findIndex((i) => i.id === id);
    const was = list[index];
    if (was === undefined) throw new Error(`no interlock ${id}`);
    expect(noticing(index, [{ ...was, effect: "creep" }])).toBeDefined();
    expect(noticing(index, [{ ...was, when: { not: was.when } }])).toBeDefined();
  });

  const wrong: Readonly<Record<string, (machine: Machine) => Machine>> = {
    "the enable's time-out doubled": (m) => ({ ...m, enableTimeOutS: (m.enableTimeOutS ?? 0) * 2 }),
    "the enable's time-out lost": (m) => ({ ...m, enableTimeOutS: undefined }),
    "the direction window doubled": (m) => ({ ...m, directionWindowS: m.directionWindowS * 2 }),
    "a held direction treated as a window": (m) => ({ ...m, directionHeld: false }),
    "the tilt delay doubled": (m) => ({ ...m, tiltDelayS: m.tiltDelayS * 2 }),
    "the self-check a second short": (m) => ({ ...m, selfCheckS: m.selfCheckS - 1 }),
    "the glow time doubled": (m) => ({ ...m, glowS: m.glowS * 2 }),
    "the auxiliary's longest run doubled": (m) => ({
      ...m,
      auxiliaryLongestRunS: (m.auxiliaryLongestRunS ?? 0) * 2,
    }),
    "no rest after a long crank": (m) => ({ ...m, crankRestS: -60 }),
    "a stop button left out of the crank circuit": (m) => ({
      ...m,
      crank: m.crank.filter((i) => i.id !== "stop_button_in"),
    }),
  };
  it.each(Object.entries(wrong))("%s is noticed", (_words, change) => {
    expect(firstDisagreeing((id) => right[id] as Machine)).toBeUndefined();
    expect(firstDisagreeing((id) => change(right[id] as Machine))).toBeDefined();
  });
});
