import type { Needs } from "./types";

/** The machine states most checks share, named once. */

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

export const groundMoves: Needs = { ...atGround, engine: "running", turntableLock: "out", prop: "parked" };

/** Powered, the operator in the platform with the gate shut. */
export const atPlatform: Needs = {
  who: "platform",
  gate: "shut",
  disconnect: "on",
  key: "platform",
  "stop.ground": "out",
  "stop.platform": "out",
};

export const platformMoves: Needs = {
  ...atPlatform,
  engine: "running",
  turntableLock: "out",
  prop: "parked",
};

/** Driving tests: lowered to transport posture, on level ground unless the test says otherwise. */
export const driving: Needs = { ...platformMoves, posture: "stowed", incline: "level" };
