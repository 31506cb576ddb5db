import type { Sheet } from "../sheet/sheet";
import { booms, type Family, legged } from "../vocabulary/families";
import type { CheckDefinition, Needs } from "./types";

/** The machine states most checks share, named once. */

/** Papers and the ground itself: however the machine stands. */
export const onTheGround: Needs = { who: "ground" };

/** Looking and reading fluids: fully lowered, shut down, nobody aboard. */
export const shutDown: Needs = {
  who: "ground",
  posture: "stowed",
  engine: "off",
  key: "off",
  "stop.ground": "in",
  "stop.platform": "in",
  disconnect: "off",
};

/** Inside a scissor stack: resting on the prop with the disconnect off again. */
export const propped: Needs = {
  who: "ground",
  posture: "on_prop",
  prop: "set",
  "valve.descent": "shut",
  key: "off",
  disconnect: "off",
};

/** Powered at the ground station. The test area is confirmed before the first of these. */
export const atGround: Needs = {
  who: "ground",
  disconnect: "on",
  key: "ground",
  "stop.ground": "out",
  "stop.platform": "out",
};

/** Everything but the engine: what cuts the power shows on the panel, and on the auxiliary, whether it runs or not. */
export const groundLive: Needs = {
  ...atGround,
  takeOff: "in",
  turntableLock: "out",
  transportLatch: "off",
  casters: "locked",
  prop: "parked",
  "valve.descent": "shut",
  jib: "straight",
  hitch: "uncoupled",
};

export const groundMoves: Needs = { ...groundLive, engine: "running" };

/** Powered, the operator in the platform with the gate shut. */
export const atPlatform: Needs = {
  who: "platform",
  gate: "shut",
  disconnect: "on",
  key: "platform",
  "stop.ground": "out",
  "stop.platform": "out",
};

export const platformLive: Needs = {
  ...atPlatform,
  takeOff: "in",
  turntableLock: "out",
  transportLatch: "off",
  casters: "locked",
  prop: "parked",
  "valve.descent": "shut",
  jib: "straight",
};

export const platformMoves: Needs = { ...platformLive, engine: "running" };

/** Driving tests: lowered to transport posture, on level ground unless the test says otherwise. */
export const driving: Needs = { ...platformMoves, posture: "stowed", incline: "level", timber: "none" };

/** On a boom whoever works it from the platform is tied on first. */
export function tiedOn(sheet: Sheet, definition: CheckDefinition): CheckDefinition {
  const { needs, powered } = definition;
  if (powered !== true || needs.who !== "platform" || !(booms as readonly Family[]).includes(sheet.family))
    return definition;
  return { ...definition, needs: { ...needs, harness: "clipped" } };
}

/**
 * Who drives and from where differs by family: a spider is driven by a person on the ground with a remote, its
 * legs in; a rough-terrain scissor with its legs in.
 */
export function driven(sheet: Sheet, definition: CheckDefinition): CheckDefinition {
  if (definition.station !== "drive") return definition;
  const needs: Record<string, string> = { outriggers: "in", ...definition.needs };
  if (sheet.family === "tracked_spider") Object.assign(needs, { who: "ground", key: "ground" });
  // Above its height it stands on its legs: driven raised means just clear of transport posture.
  if (sheet.family === "rough_terrain_scissor" && needs["posture"] === "raised") needs["posture"] = "clear";
  return { ...definition, needs };
}

/** What is tried at the ground with something that would move: on a machine that stands on legs nothing does before. */
const triedOnLegs: ReadonlySet<string> = new Set([
  "ground.stop_button",
  "ground.key_middle",
  "ground.still_without_enable",
  "ground.disconnect",
  "start.keypad",
]);

/** A machine that stands on its legs refuses everything until they are set: only then does a refusal prove anything. */
export function onItsLegs(sheet: Sheet, definition: CheckDefinition): CheckDefinition {
  const { id, needs } = definition;
  const tried = triedOnLegs.has(id) || id.startsWith("stop.");
  if (!tried || !(legged as readonly Family[]).includes(sheet.family)) return definition;
  return { ...definition, needs: { outriggers: "out", ...needs } };
}

/** Axles or legs that are set from the platform: its stop is proven before anything is set, and that is before the ground tests. */
export function beforeSetting(sheet: Sheet, definition: CheckDefinition): CheckDefinition {
  const setAloft =
    sheet.family === "rough_terrain_scissor" || sheet.choices?.["axles_set_from"] === "platform";
  const starts = definition.id === "platform.stop_button" || definition.id === "platform.pedal_start";
  return setAloft && starts ? { ...definition, beforeSetting: true } : definition;
}
