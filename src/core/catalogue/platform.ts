import type { Sheet } from "../sheet/sheet";
import { floor, putRight, repair, stop, watch } from "./rules";
import { shutDown } from "./states";
import type { CheckDefinition } from "./types";

const isBoom = (sheet: Sheet) => sheet.family === "articulating_boom" || sheet.family === "telescopic_boom";
const ends = {
  version: 1,
  phase: "walk",
  station: "walk",
  at: ["boom_end"],
  needs: shutDown,
  when: isBoom,
} as const;
const rails = { version: 1, phase: "rails", station: "walk", at: ["rails"], needs: shutDown } as const;

export const platformChecks: readonly CheckDefinition[] = [
  {
    ...ends,
    id: "platform.bracket",
    part: "platform_bracket",
    minutes: 0.2,
    conditions: {
      cracked: floor("structural_crack"),
      rubbed_through: stop,
      rusted_through: stop,
      dented: stop,
    },
  },
  {
    ...ends,
    id: "platform.lowest_hoop",
    part: "lowest_hoop",
    minutes: 0.2,
    conditions: { damaged: floor("lowest_hoop") },
  },
  {
    ...ends,
    id: "platform.rotator_bolts",
    part: "rotator",
    minutes: 0.4,
    feature: "platform_rotate",
    cautions: ["touch_each_bolt"],
    conditions: {
      bolt_missing: floor("structural_bolts"),
      bolt_sheared: floor("structural_bolts"),
      loose: stop,
    },
  },

  {
    ...rails,
    id: "rails.condition",
    part: "rails",
    minutes: 0.3,
    conditions: {
      cracked: floor("protection_failed"),
      kinked: floor("protection_failed"),
      saw_cut: floor("protection_failed"),
      scuffed: watch,
    },
  },
  {
    ...rails,
    id: "rails.pins",
    part: "rail_pins",
    minutes: 0.2,
    feature: "folding_rails",
    conditions: { pin_out: putRight("refit_pin"), pin_missing: stop },
  },
  {
    ...rails,
    id: "platform.gate",
    part: "gate",
    minutes: 0.2,
    conditions: {
      does_not_latch: floor("protection_failed"),
      lug_cracked: floor("protection_failed"),
      stiff: repair,
    },
  },
  {
    ...rails,
    id: "platform.anchors",
    part: "anchors",
    minutes: 0.1,
    feature: "fall_arrest_anchors",
    conditions: {
      cracked: floor("protection_failed"),
      bent: floor("protection_failed"),
      mark_missing: repair,
    },
  },
  {
    ...rails,
    id: "platform.deck",
    part: "deck",
    minutes: 0.2,
    conditions: { slippery: putRight("clean"), debris: putRight("remove_debris"), holed: stop },
  },
  {
    ...rails,
    id: "platform.extension",
    part: "extension_deck",
    minutes: 0.2,
    feature: "extension_deck",
    conditions: { pin_missing: stop, stuck: repair },
  },
  {
    ...rails,
    id: "platform.box",
    part: "platform_box",
    minutes: 0.2,
    conditions: { loose: repair, guard_missing: stop, marks_unreadable: repair },
  },
  {
    ...rails,
    id: "platform.outlet",
    part: "outlet",
    minutes: 0.2,
    feature: "platform_outlet",
    conditions: { does_not_trip: stop, cover_broken: repair },
  },
  {
    ...rails,
    id: "platform.harness",
    part: "harness",
    minutes: 0.4,
    when: isBoom,
    conditions: { cut: stop, stitching_gone: stop, not_here: stop },
  },
];
