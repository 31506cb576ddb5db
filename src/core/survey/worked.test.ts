import { describe, expect, it } from "vitest";
import type { Sheet } from "../sheet/sheet";
import type { FigureId } from "../vocabulary/figures";
import { lineRulePresets, ruleDistanceM, strictestDistanceM } from "../vocabulary/line-rule";
import { largestReaction } from "./floor";
import type { Job } from "./job";
import { keepOff } from "./keep-off";
import { furthestOutM, highestFloorM, nearestToLine, outlineToLine, pointToLine } from "./lines";
import { carriedBy, heaviestNextKg, ratedKg } from "./load";
import { type Shape, standsAt } from "./outline";
import { padSideM, spanM } from "./pads";
import { mostOutAt } from "./reach";
import { bestFacing, leanOn, steepestOf } from "./slope-stand";
import { gustOf, sailForceN, windAtHeight, windBySight, windForSailMps } from "./wind";

/** Worked by hand, with a table of sines and a slide rule: never with the code beside it. */

const { stepped, base_plus, two_zones } = lineRulePresets;

describe("the distance a rule asks for", () => {
  it("by a stepped table: a step holds to its own voltage, and not a tenth of a kV further", () => {
    expect([33, 50, 50.1, 200, 350.5, 1000].map((kv) => ruleDistanceM(stepped, kv))).toEqual([
      3.05, 3.05, 4.6, 4.6, 7.6, 13.7,
    ]);
  });

  it("by a base and an increment: each started 30 kV beyond 50 counts whole", () => {
    // 51 and 80 kV start one step; 81 a second; 132 is 82 beyond, three steps.
    expect([50, 51, 80, 81, 132].map((kv) => ruleDistanceM(base_plus, kv).toFixed(2))).toEqual([
      "3.05",
      "3.35",
      "3.35",
      "3.65",
      "3.95",
    ]);
  });

  it("by two zones, and shorter for a spotter only where the owner has entered how much", () => {
    expect([11, 133, 133.1].map((kv) => ruleDistanceM(two_zones, kv))).toEqual([6.4, 6.4, 10]);
    expect(ruleDistanceM(two_zones, 11, "spotter")).toBe(6.4);
    const spotted = { ...two_zones, spotted: { distributionM: 3, transmissionM: 8 } };
    expect(ruleDistanceM(spotted, 11, "spotter")).toBe(3);
    expect(ruleDistanceM(spotted, 400, "spotter")).toBe(8);
    expect(ruleDistanceM(spotted, 11, "nobody")).toBe(6.4);
  });

  it("of an unknown voltage is the rule's longest; without a confirmed rule the longest of all", () => {
    expect(ruleDistanceM(stepped)).toBe(13.7);
    // 950 beyond 50: 31.7, so 32 steps of 0.3 m.
    expect(ruleDistanceM(base_plus)).toBeCloseTo(12.65, 9);
    expect(ruleDistanceM(two_zones)).toBe(10);
    expect(strictestDistanceM(33)).toBe(6.4);
    expect(strictestDistanceM(400)).toBe(10);
    expect(strictestDistanceM(undefined)).toBe(13.7);
    // A yard's own short table does not make a higher line nearer.
    expect(ruleDistanceM({ shape: "stepped", steps: [{ toKv: 50, distanceM: 4 }] }, 60)).toBe(13.7);
  });

  it("is added to by what sways and what is held out", () => {
    const extras = { lineSwayM: 0.6, machineSwayM: 0.2, toolM: 0.4 };
    expect(keepOff(stepped, 33, extras, "nobody").distanceM).toBeCloseTo(4.25, 9);
    const unsaid = { lineSwayM: undefined, machineSwayM: undefined, toolM: 0 };
    expect(keepOff(stepped, 33, unsaid, "nobody").distanceM).toBeCloseTo(4.55, 9);
  });
});

/** A boom that turns at 1 m with a platform of 1 m about its middle, hands 2 m over its floor. */
const boom: Shape = {
  boom: true,
  range: "usual",
  outline: undefined,
  furthestM: 6,
  highestM: 10,
  lowestM: 0,
  platformLengthM: 1.6,
  platformWidthM: 1.2,
  deckLengthM: 1.6,
  platformRadiusM: 1,
  handsM: 2,
  pivotM: 1,
  knuckleM: 1,
  lengthM: undefined,
  widthM: undefined,
  stowedM: undefined,
  upAndOverM: undefined,
};
const spot = { x: 50, y: 50 };
/** A line 10 m to the right, its lowest conductor 8 m up. */
const wall = {
  at: [
    { x: 60, y: 0 },
    { x: 60, y: 100 },
  ],
  lowestM: 8,
};
const held = (outM: number, floorM: number) => ({ middle: { x: 50 + outM, y: 50 }, floorM });

describe("a platform and a line", () => {
  it("are apart across and up: 5 m across and 3 m up are 5.83 m", () => {
    // Out 4 and 1 more to its rail leave 5 m; hands at 5 m leave 3 m below 8.
    expect(nearestToLine(boom, spot, 0, held(4, 3), wall)).toBeCloseTo(Math.sqrt(34), 5);
  });

  it("below the line only height counts, beside it and above only what is across", () => {
    expect(nearestToLine(boom, spot, 0, held(10, 2), wall)).toBeCloseTo(4, 5);
    expect(nearestToLine(boom, spot, 0, held(4, 7), wall)).toBeCloseTo(5, 5);
    expect(nearestToLine(boom, spot, 0, held(4, 12), wall)).toBeCloseTo(5, 5);
  });

  it("a boom that reaches over a line is in its way, however high it goes", () => {
    // Straight above it: nothing across, and everything above the lowest conductor is the line's.
    expect(pointToLine({ x: 60, y: 50 }, 20, wall)).toBe(0);
    expect(pointToLine({ x: 57, y: 50 }, 20, wall)).toBe(3);
    expect(pointToLine({ x: 57, y: 50 }, 4, wall)).toBe(5);
    const high = { ...boom, knuckleM: 15 };
    expect(nearestToLine(high, spot, 0, held(16, 15), wall)).toBeCloseTo(0, 4);
  });

  it("one whose height nobody knows is kept off from the ground up", () => {
    expect(nearestToLine(boom, spot, 0, held(4, 0), { ...wall, lowestM: 0 })).toBeCloseTo(5, 5);
  });

  it("the boom counts as well as the platform: reached under a line, its knuckle is nearer", () => {
    const knuckled = { ...boom, knuckleM: 7 };
    // Over the spot itself, 10 m across and 1 m up, until the line comes nearer than the platform.
    const near = {
      ...wall,
      at: [
        { x: 48, y: 0 },
        { x: 48, y: 100 },
      ],
    };
    expect(nearestToLine(knuckled, spot, 0, held(6, 0), near)).toBeCloseTo(Math.hypot(2, 1), 4);
  });

  it("give the highest floor and the furthest out that keep off by so much", () => {
    // 6 m off with 5 across: up √(36 - 25) = 3.317, so hands at 4.683.
    expect(highestFloorM(boom, spot, 0, held(4, 0).middle, wall, 6)).toBeCloseTo(2.683, 3);
    expect(highestFloorM(boom, spot, 0, held(4, 0).middle, wall, 5)).toBe(10);
    expect(highestFloorM(boom, spot, 0, held(10, 0).middle, wall, 6.1)).toBeUndefined();
    // Hands at 5 m are 3 up: 5 m off leaves 4 across, so 10 - 1 - 4 out.
    expect(furthestOutM(boom, spot, 0, held(10, 3), wall, 5)).toBeCloseTo(5, 4);
    // Nothing is in the way of all it reaches.
    expect(furthestOutM(boom, spot, 0, held(4, 3), wall, 3.5)).toBe(6);
  });

  it("the whole outline comes as near as its nearest corner", () => {
    // 6 out and 1 to the rail leave 3 m across; hands reach 12 m, above the line.
    expect(outlineToLine(boom, spot, 0, wall)).toBeCloseTo(3, 5);
    // A low outline: 4 m up at 6 out; hands at 6, 2 below, 3 across.
    const low = { ...boom, highestM: 4 };
    expect(outlineToLine(low, spot, 0, wall)).toBeCloseTo(Math.hypot(3, 2), 5);
    expect(outlineToLine({ ...boom, highestM: undefined }, spot, 0, wall)).toBe(0);
  });
});

describe("where an outline lets a platform stand", () => {
  const outline = [
    { outM: 1, heightM: 0 },
    { outM: 6, heightM: 2 },
    { outM: 4, heightM: 8 },
    { outM: 0, heightM: 10 },
  ];
  const drawn = { ...boom, outline };

  it("is inside its polygon, its edge included", () => {
    expect(standsAt(drawn, { outM: 6, heightM: 2 })).toBe(true);
    expect(standsAt(drawn, { outM: 5, heightM: 5 })).toBe(true);
    expect(standsAt(drawn, { outM: 5.1, heightM: 5 })).toBe(false);
    expect(mostOutAt(drawn, 5)).toBeCloseTo(5, 9);
    expect(mostOutAt(drawn, 9)).toBeCloseTo(2, 9);
    expect(mostOutAt(drawn, 10.1)).toBeUndefined();
  });

  it("without one nobody knows within its figures, and beyond them it is not", () => {
    expect(standsAt(boom, { outM: 5, heightM: 5 })).toBeUndefined();
    expect(standsAt(boom, { outM: 6.1, heightM: 5 })).toBe(false);
    expect(standsAt(boom, { outM: 5, heightM: 10.1 })).toBe(false);
  });
});

describe("wind", () => {
  it("grows with height by the land it blows over, and is never less than it was read", () => {
    const up = (terrain: "open" | "hedges" | "built_up" | "not_known", heightM: number) =>
      windAtHeight(6, { readAtM: 2, heightM, terrain });
    // Ten times as high: 10 to the 0.16 is 1.445, to the 0.28 1.905, to the 0.4 2.512.
    expect(up("open", 20)).toBeCloseTo(8.67, 2);
    expect(up("hedges", 20)).toBeCloseTo(11.43, 2);
    expect(up("not_known", 20)).toBeCloseTo(15.07, 2);
    expect(up("open", 1)).toBe(6);
    expect(() => windAtHeight(6, { readAtM: 0, heightM: 10, terrain: "open" })).toThrow(RangeError);
  });

  it("a gust counts, and where none was read two thirds more than the mean does", () => {
    expect(gustOf({ meanMps: 8, gustMps: 11, heightM: 2 })).toBe(11);
    expect(gustOf({ meanMps: 8, gustMps: 5, heightM: 2 })).toBe(8);
    expect(gustOf({ meanMps: 8, gustMps: undefined, heightM: 2 })).toBeCloseTo(13.28, 9);
    // Force 5 by sight is at most 10.7 m/s at 10 m.
    expect(windBySight(5)).toEqual({ meanMps: 10.7, gustMps: undefined, heightM: 10 });
  });

  it("pulls on a sheet by its square: 10 m/s are 112.5 N on each square metre", () => {
    expect(sailForceN(10, 2)).toBeCloseTo(225, 9);
    expect(sailForceN(12.5, 1)).toBeCloseTo(175.78, 2);
    expect(sailForceN(20, 2)).toBeCloseTo(900, 9);
    expect(windForSailMps(400, 2)).toBeCloseTo(13.333, 3);
  });
});

describe("a unit on a slope", () => {
  it("leans along, across, or some of both", () => {
    expect(leanOn(5, 0, 0)).toEqual({ alongDeg: expect.closeTo(5, 9), acrossDeg: expect.closeTo(0, 9) });
    expect(leanOn(5, 0, 270).acrossDeg).toBeCloseTo(5, 9);
    // tan 5° = 0.08749, by cos 45° 0.06186, which is 3.54°.
    expect(leanOn(5, 90, 45)).toEqual({
      alongDeg: expect.closeTo(3.54, 2),
      acrossDeg: expect.closeTo(3.54, 2),
    });
    expect(steepestOf({ alongDeg: 3, acrossDeg: 4 })).toBeCloseTo(4.994, 3);
  });

  it("stands best the straight way in which it may lean more", () => {
    const used = expect.closeTo(1, 6);
    expect(bestFacing(5, 90, { alongDeg: 5, acrossDeg: 2 })).toEqual({ facingDeg: 270, used });
    expect(bestFacing(5, 90, { alongDeg: 2, acrossDeg: 5 })).toEqual({ facingDeg: 180, used });
    expect(bestFacing(5, 90, { alongDeg: undefined, acrossDeg: 5 })).toBeUndefined();
  });
});

const sheetWith = (family: Sheet["family"], figures: Partial<Record<FigureId, number>>): Sheet => ({
  schema: 1,
  maker: "Dunmarrow",
  model: "worked",
  family,
  power: "battery",
  tyres: "solid",
  features: { outriggers: { fit: "not_fitted" } },
  stopButtons: [],
  figures: Object.fromEntries(Object.entries(figures).map(([id, value]) => [id, { value, page: "1" }])),
  positions: {},
});

const job: Job = {
  what: "glazing",
  persons: 2,
  personKg: 90,
  onExtension: 1,
  items: [
    { id: "panes", name: "panes", count: 8, eachKg: 12, on: "extension" },
    { id: "tools", name: "tools", count: 1, eachKg: 14, on: "platform" },
  ],
  range: "usual",
  toolM: 0,
  positions: [{ id: "a", name: "a", at: { x: 1, y: 1 }, handsM: 5 }],
  way: [],
};

describe("what is carried", () => {
  it("is the persons and each thing by its count, and what stands on the extension", () => {
    // 2 x 90 and 8 x 12 and 14; on the extension 90 and 96.
    expect(carriedBy(job, undefined)).toEqual({
      personsKg: 180,
      itemsKg: 110,
      totalKg: 290,
      onExtensionKg: 186,
      unknown: [],
    });
    expect(carriedBy({ ...job, personKg: null }, 100).personsKg).toBe(200);
    expect(carriedBy({ ...job, personKg: null }, undefined).personsKg).toBe(240);
  });

  it("leaves the heaviest next thing, and nothing where a weight is not known", () => {
    const carried = carriedBy(job, undefined);
    expect(heaviestNextKg(carried, 300, 200)).toEqual({ platformKg: 10, extensionKg: 10 });
    expect(heaviestNextKg(carried, 450, 200)).toEqual({ platformKg: 160, extensionKg: 14 });
    expect(heaviestNextKg(carried, 250, 150)).toEqual({ platformKg: 0, extensionKg: 0 });
    const unweighed = { ...job, items: [{ ...job.items[0], eachKg: null }] } as Job;
    expect(heaviestNextKg(carriedBy(unweighed, undefined), 450, 200).platformKg).toBeUndefined();
  });

  it("goes by the range's own figure", () => {
    const sheet = sheetWith("telescopic_boom", { rated_load: 230, rated_load_heavy: 340 });
    expect([ratedKg(sheet, "usual"), ratedKg(sheet, "heavy")]).toEqual([230, 340]);
    expect(ratedKg(sheetWith("telescopic_boom", { rated_load: 230 }), "heavy")).toBe(230);
  });
});

describe("what one wheel or foot presses with", () => {
  it("is worked out where the sheet has no figure of its own", () => {
    const scissor = sheetWith("slab_scissor", {
      gross_weight: 2000,
      wheelbase: 2,
      track: 1,
      platform_length: 2,
    });
    // A quarter of 2200, and 200 kg 1 m out by √(1/16 + 1/4) = 0.559.
    expect(largestReaction(scissor, "wheels", 200).kg).toBeCloseTo(661.8, 1);
    const boomed = sheetWith("telescopic_boom", { gross_weight: 6000, wheelbase: 3, track: 2, outreach: 10 });
    // A quarter of 6200, and 200 x 10 + 1500 x 5 = 9500 by √(1/36 + 1/16) = 0.3005.
    expect(largestReaction(boomed, "wheels", 200).kg).toBeCloseTo(4404.4, 0);
    const light = sheetWith("telescopic_boom", { gross_weight: 1000, wheelbase: 1, track: 1, outreach: 20 });
    // No wheel bears more than the whole.
    expect(largestReaction(light, "wheels", 200).kg).toBe(1200);
  });

  it("is the sheet's where it has one, and not known where nothing tells", () => {
    expect(largestReaction(sheetWith("slab_scissor", { wheel_load: 900 }), "wheels", 200).kg).toBe(900);
    const bare = largestReaction(sheetWith("slab_scissor", { gross_weight: 2000 }), "wheels", 200);
    expect(bare).toMatchObject({ kg: undefined, missing: ["wheelbase", "track", "platform_length"] });
  });

  it("asks for a pad by what the ground bears", () => {
    // 19.61 kN on 75 kPa is 0.2615 m²; 9.81 on 25 is 0.392; 39.2 on 200 is 0.196.
    expect(padSideM(2000, 75)).toBeCloseTo(0.511, 3);
    expect(padSideM(1000, 25)).toBeCloseTo(0.626, 3);
    expect(padSideM(4000, 200)).toBeCloseTo(0.443, 3);
    // Half of it on each side of a duct of half a metre: 9.81 kN on 0.6 m at 75 kPa is 0.218 m.
    expect(spanM(2000, 0.5, 0.6, 75)).toBeCloseTo(0.936, 3);
    expect(spanM(1000, 0.5, 0.6, 25)).toBeCloseTo(1.154, 3);
    expect(spanM(4000, 0, 1, 200)).toBeCloseTo(0.196, 3);
  });
});
