import type { Setting } from "./act";
import { legsStayDown } from "./footing";
import { axlesIn, reachStripe, towerSequence } from "./limits";
import {
  auxiliary,
  drift,
  enableLetGoLowering,
  loweredBy,
  loweringAlarm,
  ontoTheProp,
  risesAgain,
  stopWhileLowering,
} from "./lowering";
import { refuses, refusesAny } from "./refusals";
import { charges, glowLamp, reachTest, shows, wakes } from "./signs";
import {
  deadStation,
  disconnectOff,
  keyInTheMiddle,
  stillWithoutEnable,
  stopButton,
} from "./stops-and-enables";
import { locked, pushed } from "./wheels";
import type { Write } from "./write";

const g = "ground";

/** What the checks on the walk and at the ground station do. */
export const groundActs: Readonly<Record<string, Write>> = {
  "caster.lock": (s) => locked(s, "caster_locks"),
  "draw.park_brake": (s) => locked(s, "park_brake"),
  "cab.park_brake": (s) => locked(s, "park_brake"),
  "ground.lamps": (s) => wakes(s, g),
  "ground.stop_button": (s) => stopButton(s, g, "ground"),
  "ground.key_middle": keyInTheMiddle,
  "ground.still_without_enable": (s) => stillWithoutEnable(s, g),
  "ground.platform_dead": (s) => deadStation(s, "platform"),
  "platform.ground_dead": (s) => deadStation(s, g),
  "ground.mode": (s) => [
    ...refusesAny(s, g, ["boom"], "boom_not_selected", { given: { mode: "legs" } }),
    ...refusesAny(s, g, ["legs"], "legs_not_selected", { given: { mode: "boom" } }),
  ],
  "ground.legs_needed": (s) => refuses(s, g, ["main", "up"], "legs_not_set"),
  "ground.axles_in": axlesIn,
  "ground.legs_level": () => shows(g, "legs", "steady"),
  "ground.cradle_first": (s) => refuses(s, g, ["swing", "left"], "boom_in_cradle"),
  "ground.speed_key": (s) =>
    refusesAny(s, g, ["lift", "boom", "platform"], "speed_key_not_held", { given: { speedKey: "released" } }),
  "ground.lift_permitted": () => shows(g, "lift_permitted", "steady"),
  "ground.legs_held_down": (s) => legsStayDown(s, g),
  "ground.tower_sequence": (s) => towerSequence(s, g),
  "ground.reach_stripe": (s) => reachStripe(s, g, "light"),
  "ground.reach_self_test": () => reachTest,
  "ground.beacon": () => shows(g, "beacon", "flashing"),
  "ground.disconnect": disconnectOff,
  "ground.brake_release": () => pushed("valve.brake_release"),
  "ground.freewheel": () => pushed("valve.freewheel"),
  "ground.descent_valve": ontoTheProp,
  "ground.rises_after_descent": (s) => risesAgain(s, "descent"),
  "ground.enable_let_go": (s) => enableLetGoLowering(s, g),
  "ground.lowering_alarm": (s) => loweringAlarm(s, g),
  "ground.stop_while_lowering": (s) => stopWhileLowering(s, g),
  "ground.auxiliary": (s) => auxiliary(s, g),
  "lower.drift": drift,
  "lower.valve": (s) => loweredBy(s, "descent"),
  "lower.bleed_down": (s) => loweredBy(s, "bleed_down"),
  "lower.rises_after": (s) => [...risesAgain(s, "descent"), ...risesAgain(s, "bleed_down")],
  "lower.electric": (s) => loweredBy(s, "electric"),
  "lower.cable": (s) => loweredBy(s, "cable"),
  "start.keypad": (s) => refusesAny(s, g, undefined, "keypad_waiting", { given: { keypad: "waiting" } }),
  "start.glow": glowLamp,
  "start.take_off": (s: Setting) =>
    refusesAny(s, g, ["legs", "boom"], "take_off_out", {
      without: { takeOff: "in" },
      given: { takeOff: "out" },
    }),
  "park.charging": () => charges,
};
