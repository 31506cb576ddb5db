import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import { onItsLegs } from "./legs";
import type { Line } from "./read";

const lift: State = { "axis.lift": 0.6 };
const boom: State = { "axis.main": 0.6 };
const down: State = { "axis.lift": 0, "axis.main": 0, "axis.tower": 0 };
const dead: State = { disconnect: "off", key: "off", "stop.ground": "in", "stop.platform": "in" };

/** What practice says of any way down that is opened or held, and left: it needs no power and it ends when shut. */
function way(name: string, component: string, open: State, high: State): readonly Line[] {
  return [
    [`${name} lowers it`, "wait", { ...high, ...open }, "lowers"],
    [`${name} lowers it with everything shut off`, "wait", { ...high, ...open, ...dead }, "lowers"],
    [`${name} lowers it with the engine off`, "wait", { ...high, ...open, engine: "off" }, "lowers"],
    [`${name}: fully down, nothing more comes`, "wait", { ...down, ...open }, "nothing"],
    [`${name} left alone: it stays up`, "wait", high, "nothing"],
    [`${name} failed: it stays up`, `wait, failing ${component} dead`, { ...high, ...open }, "nothing"],
    [`${name} that does not shut: it sinks`, `wait, failing ${component} stuck_on`, high, "sinks"],
    [
      `${name} metered: nobody is hurt by it`,
      "harm of wait",
      { ...high, ...open, near: "beneath" },
      "nobody",
    ],
    [
      `${name} that does not shut drops whoever is aboard`,
      `harm of wait, failing ${component} stuck_on`,
      { ...high, who: "platform" },
      "drops aboard",
    ],
  ];
}

/** A valve left open: it will not rise, and comes down under power as well. */
const leftOpen = (
  variable: "valve.descent" | "valve.bleed_down",
  fn: string,
  high: State,
): readonly Line[] => [
  [`${variable} left open: will not rise`, `ground ${fn}.up`, { ...high, [variable]: "open" }, "must_stay"],
  [`${variable} shut again: rises`, `ground ${fn}.up`, { ...high, [variable]: "shut" }, "must_move"],
  [
    `${variable} not looked at leaves it open`,
    `ground ${fn}.up`,
    { ...high, [variable]: "unknown" },
    "either",
  ],
];

const leaks = (fn: string, high: State): readonly Line[] => [
  [`a leaking ${fn} cylinder sinks`, `wait, failing actuator.${fn} leaking`, high, "sinks"],
  [
    `a leaking ${fn} cylinder, lowered: nothing to see`,
    `wait, failing actuator.${fn} leaking`,
    down,
    "nothing",
  ],
  [
    `a leaking ${fn} cylinder drops onto whoever is beneath`,
    `harm of wait, failing actuator.${fn} leaking`,
    { ...high, near: "beneath" },
    "drops beneath",
  ],
];

/** The prop takes the weight: the lift comes down onto it and no further. */
const prop: readonly Line[] = [
  ["above the prop it comes down", "wait", { ...lift, prop: "set", "valve.descent": "open" }, "lowers"],
  ["on the prop it rests", "wait", { "axis.lift": 0.3, prop: "set", "valve.descent": "open" }, "nothing"],
  [
    "on the prop a leak shows nothing",
    "wait, failing actuator.lift leaking",
    { "axis.lift": 0.3, prop: "set" },
    "nothing",
  ],
  ["prop parked: past its height", "wait", { "axis.lift": 0.3, "valve.descent": "open" }, "lowers"],
];

/** The pump for emergencies: slow, only while held, not for driving, and it has a longest run. */
const auxiliary = (fn: string, station: "ground" | "platform", more: State = {}): readonly Line[] => [
  [
    `auxiliary lowers at the ${station}`,
    `${station} ${fn}.down (not held) (auxiliary)`,
    { ...more, engine: "off" },
    "must_move_slowly",
  ],
  [
    `auxiliary raises at the ${station}`,
    `${station} ${fn}.up (not held) (auxiliary)`,
    { ...more, engine: "off" },
    "must_move_slowly",
  ],
  [
    `auxiliary failed at the ${station}`,
    `${station} ${fn}.down (not held) (auxiliary), failing pump.auxiliary dead`,
    { ...more, engine: "off" },
    "must_stay",
  ],
  [
    `main pump failed, auxiliary lowers at the ${station}`,
    `${station} ${fn}.down (not held) (auxiliary), failing pump.main dead`,
    { ...more, engine: "off" },
    "must_move_slowly",
  ],
  [
    `auxiliary spent at the ${station}`,
    `${station} ${fn}.down (not held) (auxiliary)`,
    { ...more, engine: "off", auxiliarySpent: "yes" },
    "must_stay",
  ],
];

/** Ways down, by sheet: written from what practice says of each kind. */
export const emergency: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  [
    "dunmarrow-s24",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, lift),
      ...leftOpen("valve.descent", "lift", lift),
      ...leaks("lift", lift),
      ...prop,
    ],
  ],
  [
    "sorrel-sl19",
    [...way("the cable pull", "way.cable", { cableDescent: "pulled" }, lift), ...leaks("lift", lift)],
  ],
  [
    "pellbridge-rt33",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, lift),
      ...way("the bleed-down valve", "way.bleed_down", { "valve.bleed_down": "open" }, lift),
      ...leftOpen("valve.descent", "lift", { ...lift, ...onItsLegs }),
      ...leftOpen("valve.bleed_down", "lift", { ...lift, ...onItsLegs }),
      ...leaks("lift", { ...lift, ...onItsLegs }),
      ...prop,
      ...auxiliary("lift", "ground", onItsLegs),
    ],
  ],
  [
    "calder-vey-rg26",
    [
      ["the electric way lowers it", "wait", { ...lift, electricDescent: "held" }, "lowers"],
      ["the electric way let go: it stays", "wait", { ...lift, electricDescent: "released" }, "nothing"],
      [
        "the electric way needs a battery",
        "wait",
        { ...lift, electricDescent: "held", battery: "flat" },
        "nothing",
      ],
      [
        "the electric way on a low battery",
        "wait",
        { ...lift, electricDescent: "held", battery: "low" },
        "lowers",
      ],
      [
        "the electric way failed",
        "wait, failing way.electric dead",
        { ...lift, electricDescent: "held" },
        "nothing",
      ],
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, lift),
    ],
  ],
  [
    "sorrel-v20",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, lift),
      ...leftOpen("valve.descent", "lift", lift),
      ...leaks("lift", lift),
    ],
  ],
  [
    "sorrel-p6",
    [
      ["the lowering tool on the crank lowers it", "wait", { ...lift, hookTool: "fitted" }, "lowers"],
      ["the tool in its clip: it stays", "wait", { ...lift, hookTool: "in_clip" }, "nothing"],
      ["the tool fitted, lowered already", "wait", { ...down, hookTool: "fitted" }, "nothing"],
      [
        "the tool does not lower it",
        "wait, failing way.hook_tool dead",
        { ...lift, hookTool: "fitted" },
        "nothing",
      ],
    ],
  ],
  [
    "sorrel-p9e",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, lift),
      ...leftOpen("valve.descent", "lift", lift),
    ],
  ],
  [
    "calder-vey-kb160",
    [
      ...auxiliary("main", "ground"),
      ...auxiliary("main", "platform"),
      ...leaks("tower", { "axis.tower": 0.6 }),
      ["a tower left up stays up", "wait", { "axis.tower": 0.6 }, "nothing"],
      ...leaks("main", boom),
    ],
  ],
  ["dunmarrow-a12", [...auxiliary("main", "ground"), ...leaks("main", boom)]],
  [
    "pellbridge-tb28",
    [
      ...way("the bleed-down valve", "way.bleed_down", { "valve.bleed_down": "open" }, boom),
      ...auxiliary("main", "ground"),
      ...auxiliary("main", "platform"),
      ...leaks("main", boom),
    ],
  ],
  [
    "dunmarrow-t10",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, boom),
      ["the hook tool lowers it", "wait", { ...boom, hookTool: "fitted" }, "lowers"],
      ["the hook tool in its clip: it stays", "wait", { ...boom, hookTool: "in_clip" }, "nothing"],
      [
        "the hook tool bent: nothing",
        "wait, failing way.hook_tool dead",
        { ...boom, hookTool: "fitted" },
        "nothing",
      ],
      ...auxiliary("main", "ground"),
      ...leaks("main", boom),
    ],
  ],
  [
    "calder-vey-sp15",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, boom),
      ...auxiliary("main", "ground"),
      ...auxiliary("main", "platform"),
      ...leaks("main", boom),
    ],
  ],
  [
    "pellbridge-v14",
    [
      ...way("the descent valve", "way.descent", { "valve.descent": "open" }, boom),
      ...auxiliary("main", "ground"),
      ...leaks("main", boom),
    ],
  ],
];
