import type { Sheet } from "../sheet/sheet";
import { functionsOf, hasEnable, type MachineFunction } from "./functions";
import { stationsOf } from "./variables";

/** How a part fails. `mis_set`: acts, but at half the height, angle or load it should, or twice. */
export type FaultMode = "dead" | "stuck_on" | "weak" | "leaking" | "mis_set" | "intermittent";

/** A part of the machine that can fail: `coil.main.up`, `sensor.tilt_refuses_lift`, `supply`. */
export type ComponentId = string;

export interface Fault {
  readonly component: ComponentId;
  readonly mode: FaultMode;
}

export interface Component {
  readonly id: ComponentId;
  readonly modes: readonly FaultMode[];
}

const electric: readonly FaultMode[] = ["dead", "intermittent"];
const contact: readonly FaultMode[] = ["dead", "stuck_on", "intermittent"];

/** Every part of this sheet's machine that can fail, and how. `interlockIds` are those it has. */
export function componentsOf(sheet: Sheet, interlockIds: readonly string[]): readonly Component[] {
  const functions = functionsOf(sheet);
  const stations = stationsOf(functions);
  const groups = [...new Set(functions.map((fn) => fn.group))];
  const electrical = sheet.power !== "hand_crank";
  const one = (id: ComponentId, modes: readonly FaultMode[]): Component => ({ id, modes });
  return [
    ...(electrical
      ? [
          one("supply", electric),
          one("pump.main", ["dead", "weak"]),
          one("pump.auxiliary", ["dead", "weak"]),
          ...stations.map((station) => one(`panel.${station}`, electric)),
          ...stations
            .filter((station) => hasEnable(sheet, station))
            .map((station) => one(`enable.${station}`, contact)),
          ...sheet.stopButtons.map((button) => one(`stop.${button.id}`, ["dead", "stuck_on"])),
        ]
      : []),
    ...groups.map((group) => one(`manifold.${group}`, electric)),
    ...functions.flatMap((fn) => [
      ...fn.stations.map((station) => one(`switch.${station}.${fn.id}`, contact)),
      ...fn.directions.map((direction) => one(`coil.${fn.id}.${direction}`, contact)),
      one(`actuator.${fn.id}`, sinks(fn) ? ["dead", "weak", "leaking"] : ["dead", "weak"]),
    ]),
    ...interlockIds.map((id) => one(`sensor.${id}`, ["dead", "stuck_on", "mis_set", "intermittent"])),
    one("brakes", ["dead", "weak"]),
  ];
}

/** Held up by pressure: a leak lets it sink. */
export const sinks = (fn: MachineFunction): boolean => fn.raises && fn.directions[1] === "down";
