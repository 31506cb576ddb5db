import { type Mark, type PlacePlan, placePlanSchema } from "../../core/survey/place-plan";

const at = (x: number, y: number) => ({ x, y });
const box = (x: number, y: number, w: number, d: number) => [
  at(x, y),
  at(x + w, y),
  at(x + w, y + d),
  at(x, y + d),
];

const plan = (given: Omit<PlacePlan, "schema" | "marks">, marks: readonly Mark[]): PlacePlan =>
  placePlanSchema.parse({ schema: 1, ...given, marks });

/** The kept plans of the invented yard's places. */
export const demoPlaces: readonly PlacePlan[] = [
  plan(
    { name: "Nursery Yard", widthM: 60, depthM: 40, under: "open_sky", terrain: "hedges", ground: "paved" },
    [
      {
        id: "line",
        name: "Overhead line",
        kind: "power_line",
        at: [at(41, 0), at(43, 40)],
        heightM: 8.5,
        voltageKv: 33,
        covered: true,
        swayM: 0.6,
      },
      {
        id: "house",
        name: "Propagating house",
        kind: "obstacle",
        at: box(26, 16, 12, 8),
        heightM: 4.2,
      },
      { id: "gate-road", name: "Gate road", kind: "traffic", what: "vehicles", at: box(0, 0, 60, 5) },
      {
        id: "yard-fall",
        name: "Yard, falling to the drain",
        kind: "slope",
        at: box(0, 5, 60, 35),
        slopeDeg: 1,
        fallsDeg: 180,
      },
      {
        id: "drain-cover",
        name: "Drain cover",
        kind: "weak_floor",
        what: "cover",
        at: box(20, 8, 1.5, 1.5),
        pointLoadKg: 1500,
      },
      { id: "bay-edge", name: "Loading bay edge", kind: "drop_off", at: [at(52, 34), at(60, 34)] },
    ],
  ),
  plan(
    {
      name: "Fern Range",
      yardMin: 3,
      widthM: 36,
      depthM: 14,
      under: "roof",
      terrain: "open",
      ground: "concrete",
      floorPointLoadKg: 900,
      roofM: 7.5,
    },
    [
      {
        id: "west-door",
        name: "West door",
        kind: "door",
        at: [at(2, 6), at(2, 8)],
        widthM: 1.6,
        heightM: 2.1,
        thresholdMm: 10,
      },
      {
        id: "culvert-south",
        name: "South heating culvert",
        kind: "weak_floor",
        what: "culvert",
        at: box(2, 3, 33, 1),
        pointLoadKg: 250,
      },
      {
        id: "culvert-north",
        name: "North heating culvert",
        kind: "weak_floor",
        what: "culvert",
        at: box(2, 10, 33, 1),
        pointLoadKg: null,
      },
      { id: "bed-south", name: "South fern bed", kind: "obstacle", at: box(4, 0, 30, 2), heightM: 1.2 },
      { id: "bed-north", name: "North fern bed", kind: "obstacle", at: box(4, 12, 30, 2), heightM: 1.2 },
      { id: "pipe", name: "Steam pipe", kind: "overhead", at: box(16, 2, 1, 10), undersideM: 5 },
      { id: "visitors", name: "Visitors' walk", kind: "traffic", what: "public", at: box(28, 6, 8, 2) },
    ],
  ),
  plan(
    {
      name: "Alpine House",
      yardMin: 4,
      widthM: 18,
      depthM: 10,
      under: "roof",
      terrain: "open",
      ground: "paved",
      roofM: 4.5,
    },
    [
      {
        id: "narrow-door",
        name: "Narrow door",
        kind: "door",
        at: [at(2, 4.5), at(2, 5.5)],
        widthM: 0.95,
        heightM: 1.95,
        thresholdMm: 25,
        passageM: 2.2,
      },
      { id: "lintel", name: "Low lintel", kind: "overhead", at: box(8, 0, 1, 10), undersideM: 2.4 },
      { id: "tufa", name: "Tufa wall", kind: "obstacle", at: box(4, 7.5, 12, 1.5), heightM: 1 },
    ],
  ),
  plan(
    {
      name: "Palm Court",
      yardMin: 3,
      widthM: 44,
      depthM: 30,
      under: "roof",
      terrain: "open",
      ground: "concrete",
      floorPointLoadKg: 4000,
      roofM: 19,
    },
    [
      { id: "great-palm", name: "Great palm", kind: "obstacle", at: box(20, 13, 4, 4), heightM: 12 },
      { id: "pool", name: "Lily pool edge", kind: "drop_off", at: [at(8, 22), at(14, 22), at(14, 27)] },
      {
        id: "crypt",
        name: "Boiler crypt",
        kind: "weak_floor",
        what: "cellar",
        at: box(30, 4, 8, 6),
        pointLoadKg: 1200,
      },
    ],
  ),
  plan(
    {
      name: "Long Walk",
      yardMin: 4,
      widthM: 120,
      depthM: 14,
      under: "open_sky",
      terrain: "hedges",
      ground: "gravel_compacted",
    },
    [
      { id: "walkers", name: "Footpath", kind: "traffic", what: "public", at: box(0, 11, 120, 3) },
      {
        id: "crown",
        name: "Crown of the walk",
        kind: "slope",
        at: box(0, 0, 120, 11),
        slopeDeg: 1.5,
        fallsDeg: 180,
      },
    ],
  ),
  plan(
    {
      name: "Lake Lawn",
      yardMin: 5,
      widthM: 80,
      depthM: 50,
      under: "open_sky",
      terrain: "open",
      ground: "soft",
    },
    [
      {
        id: "lawn-fall",
        name: "Lawn, falling to the lake",
        kind: "slope",
        at: box(0, 8, 80, 42),
        slopeDeg: 6,
        fallsDeg: 180,
      },
      {
        id: "terrace",
        name: "Terrace",
        kind: "slope",
        at: box(0, 40, 30, 10),
        slopeDeg: 1,
        fallsDeg: 180,
      },
      {
        id: "terrace-ground",
        name: "Terrace gravel",
        kind: "ground",
        at: box(0, 40, 30, 10),
        ground: "gravel_compacted",
      },
      {
        id: "lake",
        name: "Lake",
        kind: "obstacle",
        at: [at(0, 0), at(80, 0), at(80, 5), at(40, 8), at(0, 6)],
        heightM: 0,
      },
      { id: "bank", name: "Lake bank", kind: "drop_off", at: [at(0, 6), at(40, 8), at(80, 5)] },
    ],
  ),
];
