import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { roughScissorSheet } from "@/demo/sheets/rough-terrain-scissors";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { Sheet } from "../sheet/sheet";
import type { State } from "../vocabulary/state/values";
import type { Fault } from "./faults";
import { buildMachine, readyState } from "./machine";
import { loweringsFrom } from "./ways-down";

/** Every way down of a machine raised, key at the platform, with these faults. */
function ways(sheet: Sheet, up: State, ...faults: readonly Fault[]): readonly string[] {
  const machine = buildMachine(sheet, faults);
  const state: State = { ...readyState(machine, "platform"), ...up };
  return loweringsFrom(machine, state).map(({ by, power }) => (power === "none" ? by : `${by} ${power}`));
}
const dead = (component: string): Fault => ({ component, mode: "dead" });
const lift: State = { "axis.lift": 0.6 };

describe("ways down", () => {
  it("are every one that would bring the platform down from where it stands", () => {
    expect(ways(slabScissorSheet, lift)).toEqual(["platform main", "way.descent"]);
    expect(ways(slabScissorSheet, { ...lift, key: "ground" })).toEqual(["ground main", "way.descent"]);
    expect(ways(slabScissorSheet, { ...lift, battery: "flat" })).toEqual(["way.descent"]);
    expect(ways(articulatingBoomSheet, { "axis.main": 0.5, engine: "off" })).toEqual(["platform auxiliary"]);
    expect(ways(roughScissorSheet, { ...lift, disconnect: "off" })).toEqual([
      "way.descent",
      "way.bleed_down",
    ]);
  });

  it("are fewer by what has failed, and none strands whoever is aboard", () => {
    expect(ways(slabScissorSheet, lift, dead("coil.lift.down"))).toEqual(["way.descent"]);
    expect(ways(slabScissorSheet, lift, dead("coil.lift.down"), dead("way.descent"))).toEqual([]);
    expect(ways(articulatingBoomSheet, { "axis.main": 0.5 }, dead("supply"))).toEqual([]);
  });

  it("bring down every part that carries the platform up, and stop when they are let go", () => {
    const towerUp: State = { "axis.main": 0.5, "axis.tower": 1 };
    const all = ["platform main"];
    expect(ways(articulatingBoomSheet, towerUp)).toEqual(all);
    expect(ways(articulatingBoomSheet, towerUp, dead("coil.tower.down"))).toEqual([]);
    expect(ways(articulatingBoomSheet, { "axis.main": 0.5 }, dead("coil.tower.down"))).toEqual(all);
    const sticks = { component: "coil.lift.down", mode: "stuck_on" } as const;
    expect(ways(slabScissorSheet, lift, sticks)).toEqual(["way.descent"]);
  });

  it("are none for a lift that is down", () => {
    expect(ways(slabScissorSheet, { "axis.lift": 0 })).toEqual([]);
  });
});
