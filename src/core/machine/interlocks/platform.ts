import { is } from "../condition";
import { everything } from "../functions";
import type { Interlock } from "../interlock";

/** Interlocks over the platform and its load. */
export const platformInterlocks: readonly Interlock[] = [
  {
    id: "gate_open",
    to: { features: ["gate_interlock"], power: "electrical" },
    when: is("gate", "open"),
    groups: everything,
    stations: ["platform"],
    source: "any",
    effect: "refuse",
    parts: ["gate"],
  },
  {
    id: "control_box_off",
    to: { features: ["removable_control_box"], power: "electrical" },
    when: is("controlBox", "off"),
    groups: everything,
    stations: ["platform"],
    source: "any",
    effect: "refuse",
    parts: ["platform_box"],
    untried: "Unplugging the box only to try it wears its plug; that it is seated is looked at.",
  },
  {
    id: "overload",
    to: { features: ["load_sensing"], power: "electrical" },
    when: is("load", "over"),
    groups: everything,
    source: "main",
    effect: "refuse",
    parts: ["load_sensor"],
    shows: { lamp: "overload", as: "flashing", sound: "overload" },
    untried: "Only where the maker gives operators a procedure: a trial load is not improvised.",
  },
];
