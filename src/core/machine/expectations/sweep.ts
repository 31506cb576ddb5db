import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import { onItsLegs } from "./legs";
import type { Line } from "./read";

/** A station's panel as a person sweeps it, read off the unit: each function with its two directions. */
interface Panel {
  readonly station: "ground" | "platform" | "remote";
  readonly functions: string;
  /** What the machine stands like for it, besides ready. */
  readonly given?: State;
  /** It has no enable: nothing is to be held, and nothing let go. */
  readonly noEnable?: true;
}

const lift = "lift up down";
const travel = "drive forward reverse, steer left right";

/**
 * Sections 7 and 8 of good practice, for every function of these machines: moves in both directions with the enable,
 * the way it was told; stays without it; stops when the enable is let go, and when its own switch is.
 */
const panels: readonly (readonly [DemoSheetId, readonly Panel[]])[] = [
  [
    "dunmarrow-s24",
    [
      { station: "ground", functions: lift },
      { station: "platform", functions: `${lift}, ${travel}` },
    ],
  ],
  [
    "sorrel-sl19",
    [
      { station: "ground", functions: lift },
      { station: "platform", functions: `${lift}, ${travel}` },
    ],
  ],
  [
    "pellbridge-rt33",
    [
      { station: "ground", functions: lift, given: onItsLegs },
      { station: "platform", functions: lift, given: onItsLegs },
      { station: "platform", functions: travel },
      {
        station: "platform",
        functions:
          "legs down up, leg_front_left down up, leg_front_right down up, leg_rear_left down up, leg_rear_right down up",
      },
    ],
  ],
  [
    "calder-vey-rg26",
    [
      { station: "ground", functions: lift, given: onItsLegs },
      { station: "platform", functions: travel },
      {
        station: "platform",
        functions:
          "leg_front_left down up, leg_front_right down up, leg_rear_left down up, leg_rear_right down up",
      },
    ],
  ],
  [
    "sorrel-v20",
    [
      { station: "ground", functions: lift },
      { station: "platform", functions: `${lift}, ${travel}` },
    ],
  ],
  ["sorrel-p6", [{ station: "platform", functions: lift, noEnable: true }]],
  [
    "sorrel-p9e",
    [
      { station: "ground", functions: lift },
      { station: "platform", functions: lift },
    ],
  ],
  [
    "calder-vey-kb160",
    [
      {
        station: "ground",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right",
      },
      {
        station: "platform",
        functions: `swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right, ${travel}`,
      },
    ],
  ],
  [
    "dunmarrow-a12",
    [
      {
        station: "ground",
        functions:
          "swing left right, main up down, telescope out in, jib up down, level up down, rotate left right",
      },
      { station: "ground", functions: "tower_telescope out in", given: { "axis.tower": 1 } },
      { station: "ground", functions: "tower up down", given: { "axis.tower_telescope": 0 } },
      {
        station: "platform",
        functions: `swing left right, main up down, telescope out in, jib up down, level up down, rotate left right, ${travel}`,
      },
      { station: "platform", functions: "tower_telescope out in", given: { "axis.tower": 1 } },
      { station: "platform", functions: "tower up down", given: { "axis.tower_telescope": 0 } },
    ],
  ],
  [
    "pellbridge-tb22",
    [
      {
        station: "ground",
        functions:
          "swing left right, main up down, telescope out in, jib up down, level up down, rotate left right, axles out in",
      },
      {
        station: "platform",
        functions: `swing left right, main up down, telescope out in, jib up down, ${travel}`,
      },
    ],
  ],
  [
    "pellbridge-tb28",
    [
      {
        station: "ground",
        functions:
          "swing left right, main up down, telescope out in, jib up down, jib_telescope out in, jib_swing left right, level up down, rotate left right",
      },
      {
        station: "platform",
        functions: `swing left right, main up down, telescope out in, jib up down, jib_telescope out in, jib_swing left right, level up down, rotate left right, axles out in, ${travel}`,
      },
    ],
  ],
  [
    "dunmarrow-t10",
    [
      {
        station: "ground",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right, legs down up, legs_front down up, legs_rear down up",
      },
      {
        station: "platform",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right",
      },
    ],
  ],
  [
    "calder-vey-sp15",
    [
      {
        station: "ground",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right, legs down up, leg_front_left down up, leg_front_right down up, leg_rear_left down up, leg_rear_right down up",
      },
      {
        station: "platform",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right",
      },
      { station: "remote", functions: `tracks wide narrow, ${travel}` },
    ],
  ],
  [
    "pellbridge-v14",
    [
      {
        station: "ground",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right, legs_front down up, legs_rear down up",
      },
      {
        station: "platform",
        functions:
          "swing left right, tower up down, main up down, telescope out in, jib up down, level up down, rotate left right",
      },
    ],
  ],
];

/** The lines of every panel: what a sweep must show. */
export const sweep: readonly (readonly [DemoSheetId, readonly Line[]])[] = panels.map(([id, own]) => [
  id,
  own.flatMap(({ station, functions, given = {}, noEnable }) =>
    functions.split(", ").flatMap((text): readonly Line[] => {
      const [fn = "", ...directions] = text.split(" ");
      return directions.flatMap((direction): readonly Line[] => {
        const move = `${station} ${fn}.${direction}`;
        const held: readonly Line[] = [
          [`sweep: ${move}`, move, given, "must_move"],
          [`sweep: ${move}, its switch let go`, `${move} (switch let go)`, given, "must_stop"],
        ];
        if (noEnable === true) return held;
        return [
          ...held,
          [`sweep: ${move} without the enable`, `${move} (not held)`, given, "must_stay"],
          [`sweep: ${move}, the enable let go`, `${move} (let go)`, given, "must_stop"],
        ];
      });
    }),
  ),
]);
