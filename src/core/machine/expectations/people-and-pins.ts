import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import type { Line } from "./read";

/** Aloft: what keeps a person on the platform. */
const aloft = (up: State): readonly Line[] => [
  ["aloft, gate shut: nobody falls", "harm of wait", { ...up, who: "platform", gate: "shut" }, "nobody"],
  [
    "aloft, gate open, not tied on: falls",
    "harm of wait",
    { ...up, who: "platform", gate: "open" },
    "falls aboard",
  ],
  [
    "aloft, gate open, tied on: held",
    "harm of wait",
    { ...up, who: "platform", gate: "open", harness: "clipped" },
    "nobody",
  ],
  ["lowered, gate open: nobody falls", "harm of wait", { who: "platform", gate: "open" }, "nobody"],
  ["gate open aloft, nobody aboard", "harm of wait", { ...up, who: "ground", gate: "open" }, "nobody"],
];

const rails = (up: State): readonly Line[] => [
  ["aloft, rails up: nobody falls", "harm of wait", { ...up, who: "platform", rails: "up" }, "nobody"],
  ["aloft, rails folded: falls", "harm of wait", { ...up, who: "platform", rails: "folded" }, "falls aboard"],
  ["lowered, rails folded: nobody falls", "harm of wait", { who: "platform", rails: "folded" }, "nobody"],
];

const deck: readonly Line[] = [
  [
    "deck unpinned on the level: it stays",
    "harm of wait",
    { who: "platform", deck: "out", deckPin: "out" },
    "nobody",
  ],
  [
    "deck unpinned on a slope: it slides with whoever stands on it",
    "harm of wait",
    { who: "platform", deck: "out", deckPin: "out", incline: "slope" },
    "moves_unbidden aboard",
  ],
  [
    "deck pinned on a slope: it stays",
    "harm of wait",
    { who: "platform", deck: "out", deckPin: "in", incline: "slope" },
    "nobody",
  ],
];

const deckIn: readonly Line[] = [
  [
    "deck in, its pin out, on a slope: nothing slides",
    "harm of wait",
    { who: "platform", deck: "in", deckPin: "out", incline: "slope" },
    "nobody",
  ],
];

const latched = (fn: string): readonly Line[] => [
  ["transport latch on: the boom stays", `ground ${fn}.up`, { transportLatch: "on" }, "must_stay"],
  ["transport latch off: it rises", `ground ${fn}.up`, { transportLatch: "off" }, "must_move"],
];

const pins = (leg: string): readonly Line[] => [
  ["a pin in its transport hole: legs stay", `ground ${leg}.down`, { legPins: "transport" }, "must_stay"],
  ["pins in their working holes: legs go down", `ground ${leg}.down`, { legPins: "operate" }, "must_move"],
];

/** A foot on soft ground goes down unless a mat lies under it. */
const soft: readonly Line[] = [
  ["soft ground without mats: a leg sinks", "wait", { ground: "soft", mats: "none" }, "sinks"],
  ["soft ground with mats: it stands", "wait", { ground: "soft", mats: "laid" }, "nothing"],
  ["firm ground without mats: it stands", "wait", { ground: "firm", mats: "none" }, "nothing"],
  [
    "a leg that sinks drops whoever is aboard",
    "harm of wait",
    { ground: "soft", mats: "none", who: "platform" },
    "drops aboard",
  ],
];

const box: readonly Line[] = [
  ["control box off: dead aloft", "platform lift.up", { controlBox: "off", "axis.lift": 0.05 }, "must_stay"],
  ["control box off: the ground still lowers it", "ground lift.down", { controlBox: "off" }, "must_move"],
  ["control box seated: lives", "platform lift.up", { controlBox: "seated", "axis.lift": 0.05 }, "must_move"],
];

const lift: State = { "axis.lift": 0.6 };
const boom: State = { "axis.main": 0.5 };

/** Who is aboard and how they are kept there; pins, latches, decks and mats: by sheet, written from practice. */
export const peopleAndPins: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  ["dunmarrow-s24", aloft(lift)],
  ["sorrel-sl19", [...rails(lift), ...deck, ...box]],
  ["calder-vey-rg26", [...rails(lift), ...deck]],
  ["sorrel-v20", [...aloft(lift), ...deck, ...deckIn]],
  ["sorrel-p9e", aloft(lift)],
  ["calder-vey-kb160", aloft(boom)],
  ["pellbridge-tb28", aloft(boom)],
  ["dunmarrow-t10", [...latched("main"), ...pins("legs"), ...soft, ...aloft(boom)]],
  [
    "calder-vey-sp15",
    [
      ...latched("tower"),
      ...pins("leg_front_left"),
      ...soft,
      ...aloft(boom),
      ["control box off: dead aloft", "platform main.up", { controlBox: "off" }, "must_stay"],
      ["control box off: the ground still lowers it", "ground main.down", { controlBox: "off" }, "must_move"],
    ],
  ],
  ["pellbridge-v14", [...latched("main"), ...soft, ...aloft(boom)]],
];
