import { platformDriven } from "../../vocabulary/families";
import { all, is, not } from "../condition";
import { everything } from "../functions";
import type { Interlock } from "../interlock";

/** Interlocks over what protects people. */
export const peopleInterlocks: readonly Interlock[] = [
  {
    id: "crush_guard_pressed",
    to: { features: ["crush_guard"] },
    when: all(is("crushGuard", "pressed"), not(is("crushOverride", "held"))),
    groups: everything,
    stations: ["platform"],
    source: "main",
    effect: "refuse",
    parts: ["crush_guard"],
    shows: { sound: "crushed" },
  },
  {
    id: "bumper_cuts_all",
    to: { features: ["contact_bumper"], choice: ["bumper_cuts", "all"] },
    when: all(is("bumper", "pressed"), not(is("bumperOverride", "held"))),
    groups: everything,
    stations: ["platform"],
    source: "main",
    effect: "refuse",
    parts: ["contact_bumper"],
    shows: { sound: "bumper" },
  },
  {
    id: "bumper_cuts_travel",
    to: { features: ["contact_bumper"], choice: ["bumper_cuts", "travel"], families: platformDriven },
    when: all(is("bumper", "pressed"), not(is("bumperOverride", "held"))),
    groups: ["drive"],
    stations: ["platform"],
    source: "main",
    effect: "refuse",
    parts: ["contact_bumper"],
    shows: { sound: "bumper" },
  },
  {
    id: "bumper_overridden",
    to: { features: ["contact_bumper"] },
    when: all(is("bumper", "pressed"), is("bumperOverride", "held")),
    groups: everything,
    stations: ["platform"],
    source: "main",
    effect: "creep",
    parts: ["contact_bumper"],
  },
  {
    id: "rescue_stored",
    to: { features: ["rescue_override"] },
    when: is("rescueStored", "yes"),
    groups: everything,
    source: "main",
    effect: "refuse",
    neverExplains: true,
    parts: ["rescue_override"],
    shows: { lamp: "service", as: "flashing" },
    untried: "Using the rescue override stores a fault only a technician may reset, and tags the unit out.",
  },
];
