import { above, is } from "./condition";
import type { Interlock } from "./interlock";
import { drivingInterlocks } from "./interlocks/driving";
import { peopleInterlocks } from "./interlocks/people";
import { pinsAndValvesInterlocks } from "./interlocks/pins-and-valves";
import { platformInterlocks } from "./interlocks/platform";
import { powerInterlocks } from "./interlocks/power";
import { reachInterlocks } from "./interlocks/reach";
import { selectorsInterlocks } from "./interlocks/selectors";
import { stabilityInterlocks } from "./interlocks/stability";
import { supplyInterlocks } from "./interlocks/supply";

/** Every interlock, in the order of how often each is the cause of a movement that does not come. */
export const interlocks: readonly Interlock[] = [
  ...powerInterlocks,
  ...selectorsInterlocks,
  ...platformInterlocks,
  ...stabilityInterlocks,
  ...supplyInterlocks,
  ...pinsAndValvesInterlocks,
  ...reachInterlocks,
  ...peopleInterlocks,
  ...drivingInterlocks,
];

/** What stops the engine from cranking, in the same form. */
/** The pedal held down as the engine is cranked. */
export const pedalDown = "pedal_down_at_start";

export const crankInterlocks: readonly Pick<Interlock, "id" | "when" | "to">[] = [
  { id: "stop_button_in", when: { anyStopIn: true } },
  { id: "disconnect_off", when: is("disconnect", "off") },
  { id: "key_off", when: is("key", "off") },
  { id: "keypad_waiting", to: { features: ["keypad_code"] }, when: is("keypad", "waiting") },
  { id: pedalDown, when: is("enable.platform", "held") },
  { id: "gas_valve_shut", to: { fuels: ["gas"] }, when: is("gasValve", "shut") },
  { id: "fuel_cut_out", to: { features: ["low_fuel_cut_out"] }, when: is("fuel", "cut_out") },
  { id: "glow_lamp_lit", to: { features: ["glow_plugs"] }, when: is("glowLamp", "lit") },
  { id: "crank_resting", when: above("crankRestLeftS", 0) },
  { id: "battery_flat", when: is("battery", "flat") },
  { id: "park_brake_off", to: { features: ["park_brake_interlock"] }, when: is("parkBrake", "off") },
];
