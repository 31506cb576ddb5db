import type { ComponentKind, FaultMode } from "../machine/faults";

/**
 * What a person sees of each way a component fails: the conditions of the catalogue it may come to, by what kind of
 * thing it is. What an operator finds by looking and feeling, and on paper, is no component of the model.
 */
export const sights: Readonly<
  Record<ComponentKind, Readonly<Partial<Record<FaultMode, readonly string[]>>>>
> = {
  supply: { dead: ["did_not_move", "does_not_start"], intermittent: ["intermittent"] },
  pump: { dead: ["did_not_move"], weak: ["slow"] },
  panel: { dead: ["did_not_move", "dark"], intermittent: ["intermittent"] },
  enable: {
    dead: ["did_not_move", "cranked"],
    stuck_on: ["moved", "did_not_stop", "goes_on_without_enable", "does_not_start"],
    intermittent: ["intermittent"],
  },
  stop: { dead: ["stays_live", "did_not_stop", "engine_ran_on"], stuck_on: ["did_not_move"] },
  manifold: { dead: ["did_not_move"], intermittent: ["intermittent"] },
  switch: {
    dead: ["did_not_move"],
    stuck_on: ["did_not_stop"],
    intermittent: ["intermittent"],
    crossed: ["wrong_way"],
  },
  contact: { dead: ["did_not_move"], intermittent: ["intermittent"] },
  coil: { dead: ["did_not_move"], stuck_on: ["did_not_stop"], intermittent: ["intermittent"] },
  actuator: { dead: ["did_not_move"], weak: ["slow"], leaking: ["sinks", "leak_running", "weep"] },
  crank: { dead: ["stiff"], weak: ["stiff"], crossed: ["wrong_way"] },
  catch: { dead: ["moved", "sinks"], stuck_on: ["stiff"], mis_set: ["moved"] },
  refusal: {
    dead: [
      "moved",
      "drove",
      "drove_without",
      "came_down",
      "cranked",
      "did_not_stop",
      "stays_live",
      "both_live",
      "no_reaction",
      "wrong_stripe",
      "sinks",
      "no_alarm",
      "dark",
    ],
    stuck_on: ["did_not_move", "refuses"],
    mis_set: ["moved", "drove", "came_down", "did_not_stop", "wrong_stripe"],
    intermittent: ["intermittent"],
  },
  slowing: {
    dead: ["full_speed", "too_fast", "no_change", "no_alarm", "dark"],
    stuck_on: ["slow", "no_change"],
    mis_set: ["full_speed", "too_fast"],
    intermittent: ["intermittent"],
  },
  way_down: {
    dead: ["does_not_lower", "blocked", "missing", "bent"],
    stuck_on: ["does_not_shut", "sinks", "did_not_stop"],
  },
  brake: {
    dead: ["rolled", "crept", "does_not_hold", "does_not_re_engage", "did_not_stop"],
    weak: ["too_long"],
  },
  lock: { dead: ["does_not_hold"] },
  pins: { dead: ["does_not_engage"] },
  swing_brake: { dead: ["did_not_stop"] },
  check_valve: { leaking: ["leak_running", "weep"] },
  charger: { dead: ["not_charging", "lamp_out"] },
  lamp: { dead: ["dark", "lamp_out", "no_lamp", "lamp_wrong"] },
  alarm: { dead: ["silent", "no_alarm", "alarm_silent", "no_reaction"] },
};

/**
 * Conditions that tag out and are found by looking, feeling or reading, whatever the model says; and why no run of
 * it could show them.
 */
export const foundOtherwise: Readonly<Record<string, readonly string[]>> = {
  /** Seen or felt where it is. */
  looked_at: [
    "bent",
    "cables_loose",
    "cord_showing",
    "damaged",
    "frayed",
    "loose",
    "weep",
    "seal_broken",
    "does_not_touch",
    "does_not_latch",
    "does_not_lock",
    "stays_up",
    "warning_stays",
  ],
  /** Felt in the hand: a button or a grip that does not move freely. */
  felt: ["sticks", "does_not_spring_back"],
  read: ["clearance_too_great", "overdue", "tag_hanging", "unreadable", "wrong_model"],
  /** Tied, bridged, removed or taped: it is the seeing that counts, whatever still works. */
  defeated: ["defeated"],
};
