import { masts } from "../vocabulary/families";
import { floor, putRight, repair, stop, watch } from "./rules";
import { shutDown } from "./states";
import type { CheckDefinition } from "./types";

const walk = {
  version: 1,
  phase: "walk",
  station: "walk",
  at: ["mast_side"],
  needs: shutDown,
  to: { families: masts },
} as const;
const pushed = { ...walk, to: { families: ["push_around_mast"] } } as const;
const cranked = { ...walk, at: ["entry"], to: { power: "hand_crank" } } as const;

/** Masts: sections, chains, cables, and what only a mast pushed by hand has. */
export const mastChecks: readonly CheckDefinition[] = [
  {
    ...walk,
    id: "mast.sections",
    seenRaised: true,
    part: "mast",
    minutes: 0.12,
    conditions: { cracked: floor("structural_crack"), bent: stop, dented: repair, corroded: watch },
  },
  {
    ...walk,
    id: "mast.chains",
    part: "mast_chains",
    minutes: 0.08,
    conditions: {
      broken: floor("boom_cables"),
      loose: floor("boom_cables"),
      dry: putRight("grease"),
      worn: repair,
    },
  },
  {
    ...walk,
    id: "mast.sequence_cables",
    part: "mast_chains",
    minutes: 0.05,
    conditions: { frayed: floor("boom_cables"), loose: floor("boom_cables") },
  },
  {
    ...walk,
    id: "mast.covers",
    part: "covers",
    minutes: 0.05,
    conditions: { missing: stop, unlatched: putRight("latch_cover") },
  },
  {
    ...pushed,
    id: "mast.level_bubble",
    part: "level_bubble",
    at: ["entry"],
    minutes: 0.05,
    conditions: { dirty: putRight("clean"), loose: repair, missing: stop, does_not_move: repair },
  },
  {
    ...pushed,
    id: "mast.brake_pins",
    part: "brake_pins",
    minutes: 0.05,
    conditions: { missing: floor("brake"), bent: floor("brake"), dry: putRight("grease") },
  },
  {
    ...cranked,
    id: "crank.wheel",
    part: "crank",
    minutes: 0.05,
    conditions: { cracked: stop, loose: stop },
  },
  {
    ...cranked,
    id: "crank.knob",
    part: "crank",
    minutes: 0.05,
    conditions: { cracked: stop, does_not_spring_back: stop, does_not_lock: floor("brake") },
  },
  {
    version: 2,
    id: "mast.feet",
    part: "brake_pins",
    phase: "platform",
    station: "platform",
    at: ["platform_tests"],
    needs: { who: "platform", gate: "shut", posture: "stowed" },
    to: { families: ["push_around_mast"] },
    cautions: ["restraint_only"],
    minutes: 0.1,
    conditions: { missing: stop, does_not_touch: floor("brake") },
  },
  {
    version: 1,
    id: "crank.turns",
    part: "crank",
    phase: "platform",
    station: "platform",
    at: ["platform_tests"],
    needs: { who: "platform", gate: "shut", posture: "stowed" },
    to: { power: "hand_crank" },
    tries: ["crank_locked"],
    cautions: ["never_crank_empty"],
    minutes: 0.2,
    conditions: {
      moved: floor("moves_or_does_not_stop"),
      wrong_way: floor("moves_or_does_not_stop"),
      sinks: floor("moves_or_does_not_stop"),
      stiff: repair,
    },
  },
  {
    version: 1,
    id: "crank.brake_pins_engage",
    part: "brake_pins",
    phase: "platform",
    station: "platform",
    at: ["platform_tests"],
    needs: { who: "platform", gate: "shut", posture: "clear" },
    to: { families: ["push_around_mast"] },
    assistant: true,
    minutes: 0.5,
    conditions: { does_not_engage: floor("brake"), does_not_release: stop },
  },
];
