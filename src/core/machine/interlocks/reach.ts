import { above, all, any, is, not } from "../condition";
import type { Interlock } from "../interlock";

/** Interlocks over sequence and reach. */
export const reachInterlocks: readonly Interlock[] = [
  {
    id: "tower_not_up",
    to: { features: ["tower_telescope"] },
    when: not(above("axis.tower", 0.98)),
    groups: ["boom"],
    directions: ["tower_telescope.out"],
    source: "any",
    effect: "refuse",
    parts: ["angle_sensors"],
  },
  {
    id: "tower_telescope_out",
    to: { features: ["tower_telescope"] },
    when: above("axis.tower_telescope", 0.02),
    groups: ["boom"],
    directions: ["tower.down"],
    source: "any",
    effect: "refuse",
    parts: ["angle_sensors"],
  },
  {
    id: "reach_limit",
    to: { features: ["reach_control"] },
    when: any(
      all(is("range", "heavy"), above("axis.telescope", "stripe_heavy")),
      all(not(is("range", "heavy")), above("axis.telescope", "stripe_light")),
    ),
    groups: ["boom"],
    directions: ["telescope.out", "main.down"],
    source: "any",
    effect: "refuse",
    parts: ["reach_control", "load_range"],
    shows: { lamp: "reach_warning", as: "steady" },
  },
  {
    id: "jib_swing_heavy",
    to: { features: ["jib_swing", "two_load_ranges"] },
    when: is("range", "heavy"),
    groups: ["boom"],
    directions: ["jib_swing.left", "jib_swing.right"],
    source: "any",
    effect: "refuse",
    parts: ["load_range"],
  },
  {
    id: "jib_stow_stop",
    to: { features: ["jib", "jib_stow_position"] },
    when: all(not(above("axis.jib", "jib_stow")), not(is("jibStowOverride", "held"))),
    groups: ["boom"],
    directions: ["jib.down"],
    source: "any",
    effect: "refuse",
    parts: ["jib"],
  },
  {
    id: "level_fault",
    to: { features: ["platform_level_correction"] },
    when: is("levelFault", "present"),
    groups: ["boom"],
    directions: ["main.up", "main.down", "tower.up", "tower.down"],
    source: "main",
    effect: "refuse",
    neverExplains: true,
    parts: ["platform_levelling"],
    shows: { lamp: "level_fault", as: "flashing" },
    untried:
      "It cannot be made without tampering; one that shows and stays after one reset tags the unit out.",
  },
];
