import { noSight, type Sight, type Sights, setOf } from "./sight";

/**
 * What each condition a tester may pick tells of what was seen. What is found by looking, feeling or reading tells the
 * model nothing and is not named here; a condition that fits several sights names them all.
 */
export const tells: Readonly<Record<string, readonly Sight[]>> = {
  did_not_move: ["did_not_move"],
  did_not_rise: ["did_not_move"],
  does_not_rise_after: ["did_not_move"],
  does_not_restore: ["did_not_move"],
  refuses: ["did_not_move"],
  refuses_with: ["did_not_move"],
  stiff: ["did_not_move", "slow", "did_not_roll"],
  does_not_start: ["did_not_start"],
  moved: ["moved", "other_place"],
  drove: ["moved"],
  drove_without: ["moved"],
  both_live: ["moved"],
  came_down: ["moved", "sinks"],
  cranked: ["started"],
  no_reaction: ["moved", "silent", "too_fast", "dark"],
  stays_live: ["stays_live", "moved", "engine_ran_on"],
  wrong_way: ["wrong_way"],
  did_not_stop: ["did_not_stop", "rolls", "sinks"],
  goes_on_without_enable: ["did_not_stop"],
  engine_ran_on: ["engine_ran_on"],
  too_long: ["stopped_late"],
  slow: ["slow"],
  too_fast: ["too_fast"],
  full_speed: ["too_fast"],
  no_change: ["too_fast", "slow", "moved"],
  stuck: ["did_not_move", "moved", "too_fast", "slow"],
  wrong_stripe: ["other_place"],
  does_not_lower: ["did_not_lower"],
  does_not_shut: ["sinks"],
  sinks: ["sinks"],
  rolled: ["rolls"],
  crept: ["rolls", "sinks"],
  does_not_hold: ["rolls"],
  does_not_re_engage: ["rolls"],
  does_not_release: ["did_not_roll", "pins"],
  does_not_engage: ["pins"],
  dark: ["dark"],
  lamp_out: ["dark"],
  no_lamp: ["dark"],
  not_charging: ["dark"],
  lamp_wrong: ["lamp_differs", "dark"],
  both_flash: ["lamp_differs"],
  warning_stays: ["lamp_differs"],
  silent: ["silent"],
  alarm_silent: ["silent"],
  no_alarm: ["silent", "dark"],
};

/** What a condition tells; nothing for one the model shows no sign of. */
export const sightsOfCondition = (condition: string): Sights =>
  condition in tells ? setOf(...(tells[condition] ?? [])) : noSight;
