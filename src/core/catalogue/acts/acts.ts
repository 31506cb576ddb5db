import type { Check } from "../catalogue";
import type { Act, Setting } from "./act";
import { leftAsFound } from "./deeds";
import { drivingActs } from "./driving";
import { groundActs } from "./ground";
import { movementActs } from "./movements";
import { platformActs } from "./platform";
import { stopButton } from "./stops-and-enables";
import type { Write } from "./write";

const table: Readonly<Record<string, Write>> = { ...groundActs, ...platformActs, ...drivingActs };

/** Made on the way down: what they lowered stays so. */
const lowering: ReadonlySet<string> = new Set([
  "ground.enable_let_go",
  "ground.lowering_alarm",
  "lower.drift",
]);

/** Further stop buttons have a check each, made from the sheet. */
const furtherStop = "stop.";

/**
 * What a check does on this machine as it stands, act by act; nothing for one that only looks. Whatever an act moves it
 * puts back, except on the way down.
 */
export function actsOf({ definition }: Pick<Check, "definition">, setting: Setting): readonly Act[] {
  const { id, test, leaves } = definition;
  const asFound = (act: Act) => leftAsFound(setting, act);
  if (test !== undefined) return movementActs(setting, test).map(asFound);
  if (id.startsWith(furtherStop)) return stopButton(setting, "ground", id.slice(furtherStop.length));
  const acts = table[id]?.(setting, definition.station === "ground" ? "ground" : "platform") ?? [];
  return leaves?.posture !== undefined || lowering.has(id) ? acts : acts.map(asFound);
}

/** Looked at as well: nothing is missed where there is nothing to try. */
const lookedAt: ReadonlySet<string> = new Set([
  "caster.lock",
  "draw.park_brake",
  "cab.park_brake",
  "start.glow",
  // Without an engine there is nothing to start.
  "platform.pedal_start",
  // Without the sheet's figure nobody can say beforehand when it lapses, or where it stops.
  "platform.enable_time_out",
  "ground.reach_stripe",
]);

/** The checks that must find something to try, by id. */
export const operating: ReadonlySet<string> = new Set(Object.keys(table).filter((id) => !lookedAt.has(id)));
