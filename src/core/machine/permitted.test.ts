import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { State } from "../vocabulary/state/values";
import type { Action } from "./action";
import { buildMachine, readyState } from "./machine";
import { type Doer, doers, forbidden, forbids } from "./permitted";

const slab = buildMachine(slabScissorSheet);
const up: State = { "axis.lift": 0.6 };
const ready = (more: State): State => ({ ...readyState(slab, "ground"), ...more });
const broken = (action: Action, state: State, doer: Doer = "operator") =>
  forbids(slab, ready(state), doer, action).map(({ rule }) => rule);
const set = (variable: string, to: string): Action => ({ do: "set", variable, to });
const work = (fn: string, direction: string): Action => ({
  do: "operate",
  station: "ground",
  function: fn,
  direction,
});

describe("what nobody may do", () => {
  const cases: readonly (readonly [string, Action, State, Doer?])[] = [
    ["rescue_override", set("rescueStored", "yes"), {}],
    ["rescue_reset", set("rescueStored", "no"), {}],
    ["assistant_works_controls", work("lift", "up"), {}, "assistant"],
    ["somebody_in_the_way", work("lift", "down"), { ...up, near: "beneath" }],
    ["somebody_in_the_way", work("lift", "up"), { near: "in_stack" }],
    ["drives_at_somebody", work("drive", "forward"), { near: "beside" }],
    ["lowers_onto_somebody.valve.descent", set("valve.descent", "open"), { ...up, near: "beneath" }],
    ["in_the_stack", set("near", "in_stack"), { ...up, prop: "parked" }],
    ["in_the_stack", set("near", "in_stack"), { "axis.lift": 0.3, prop: "set", disconnect: "on" }],
    ["power_on_in_the_stack", set("disconnect", "on"), { near: "in_stack" }],
    ["covers_opened_under_power", set("covers", "open"), { disconnect: "on" }],
    ["power_on_under_open_covers", set("disconnect", "on"), { covers: "open", disconnect: "off" }],
    ["prop_taken", set("prop", "parked"), { near: "in_stack" }],
    ["beneath_a_raised_platform", set("near", "beneath"), up],
    ["brakes_let_off_on_a_slope", set("valve.brake_release", "open"), { incline: "slope" }],
    ["leaves_aloft", set("who", "ground"), { ...up, who: "platform" }],
    ["gate_aloft", set("gate", "open"), up],
    ["raised_on_a_slope", work("lift", "up"), { ...up, incline: "beyond_trip" }],
    ["onto_a_slope_raised", set("incline", "slope"), up],
    ["driven_on_the_charger", work("drive", "forward"), { charger: "plugged" }],
  ];
  for (const [rule, action, state, doer] of cases)
    it(`forbidden: ${rule}`, () => {
      expect(broken(action, state, doer)).toContain(rule);
    });

  const permitted: readonly (readonly [string, Action, State, Doer?])[] = [
    ["a technician resets a rescue", set("rescueStored", "no"), {}, "technician"],
    ["an operator raises it with everybody clear", work("lift", "up"), {}],
    ["down is the way out of a slope", work("lift", "down"), { ...up, incline: "beyond_trip" }],
    [
      "an arm in the stack, on its prop, disconnect off",
      set("near", "in_stack"),
      { "axis.lift": 0.3, prop: "set", disconnect: "off" },
    ],
    ["brakes let off on the level", set("valve.brake_release", "open"), {}],
    [
      "brakes let off on a slope, chocked",
      set("valve.brake_release", "open"),
      { incline: "slope", chocks: "set" },
    ],
    ["the platform left when it is down", set("who", "ground"), { who: "platform" }],
    ["covers opened with the disconnect off", set("covers", "open"), { disconnect: "off" }],
    ["a technician measures under an open cover", set("disconnect", "on"), { covers: "open" }, "technician"],
    ["the gate opened when it is down", set("gate", "open"), {}],
  ];
  for (const [words, action, state, doer] of permitted)
    it(`permitted: ${words}`, () => {
      expect(broken(action, state, doer)).toEqual([]);
    });

  it("never keeps a stop button from being struck, an enable from being let go, or anybody from waiting", () => {
    const machines = Object.values(demoSheets).map((sheet) => buildMachine(sheet));
    const state = fc.record({
      near: fc.constantFrom("clear", "beside", "beneath", "in_stack"),
      who: fc.constantFrom("ground", "platform"),
      incline: fc.constantFrom("level", "slope", "beyond_trip"),
      "axis.lift": fc.double({ min: 0, max: 1, noNaN: true }),
      "axis.main": fc.double({ min: 0, max: 1, noNaN: true }),
    } as const);
    fc.assert(
      fc.property(fc.constantFrom(...machines), state, fc.constantFrom(...doers), (machine, more, doer) => {
        const station = machine.stations[0] ?? "ground";
        const now: State = { ...readyState(machine, station), ...more };
        for (const stop of machine.stops) expect(forbids(machine, now, doer, set(stop, "in"))).toEqual([]);
        for (const act of [{ do: "release_enable", station }, { do: "wait" }] as const)
          expect(forbids(machine, now, doer, act)).toEqual([]);
      }),
    );
  });

  it("is said once", () => {
    expect(new Set(forbidden.map(({ id }) => id)).size).toBe(forbidden.length);
  });
});
