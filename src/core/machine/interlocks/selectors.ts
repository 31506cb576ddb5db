import { selfDriven } from "../../vocabulary/families";
import { is, not } from "../condition";
import type { Interlock } from "../interlock";

/** Interlocks over what is selected. */
export const selectorsInterlocks: readonly Interlock[] = [
  {
    id: "lift_not_selected",
    to: { features: ["lift_drive_selector"], power: "electrical" },
    when: not(is("selector", "lift")),
    groups: ["lift"],
    stations: ["platform"],
    source: "any",
    effect: "refuse",
    parts: ["platform_box"],
  },
  {
    id: "drive_not_selected",
    to: { features: ["lift_drive_selector"], power: "electrical" },
    when: not(is("selector", "drive")),
    groups: ["drive"],
    stations: ["platform"],
    source: "any",
    effect: "refuse",
    parts: ["platform_box"],
  },
  {
    id: "boom_not_selected",
    to: { features: ["mode_selector"] },
    when: not(is("mode", "boom")),
    groups: ["boom", "platform"],
    source: "main",
    effect: "refuse",
    parts: ["ground_panel"],
  },
  {
    id: "legs_not_selected",
    to: { features: ["mode_selector"] },
    when: not(is("mode", "legs")),
    groups: ["legs"],
    source: "main",
    effect: "refuse",
    parts: ["ground_panel"],
  },
  {
    id: "travel_not_selected",
    to: { families: selfDriven, features: ["mode_selector"] },
    when: not(is("mode", "drive")),
    groups: ["drive", "tracks"],
    source: "main",
    effect: "refuse",
    parts: ["ground_panel"],
  },
];
