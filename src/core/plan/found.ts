import type { Sheet } from "../sheet/sheet";
import type { PlanState } from "../vocabulary/state/values";
import { variablesOf } from "./variables";

/** How a machine may be found. Several may hold at once: raised and indoors. */
export const foundKinds = [
  "stowed",
  "raised",
  "on_outriggers",
  "hitched",
  "jib_folded",
  "indoors",
  "key_missing",
  "unknown",
] as const;

export type FoundKind = (typeof foundKinds)[number];

const stowed: PlanState = {
  who: "ground",
  prop: "parked",
  incline: "level",
  timber: "none",
  posture: "stowed",
  jib: "straight",
  outriggers: "in",
  legPins: "transport",
  mats: "none",
  transportLatch: "on",
  casters: "free",
  chocks: "none",
  axles: "in",
  hitch: "uncoupled",
  takeOff: "out",
  "valve.descent": "shut",
  turntableLock: "in",
  gate: "shut",
  harness: "off",
  air: "open",
  engine: "off",
  key: "off",
  "stop.ground": "in",
  "stop.platform": "in",
  disconnect: "off",
  testArea: "unconfirmed",
};

/** Nobody has looked yet: whatever can be seen or felt only by going there. */
const notLookedAt: PlanState = {
  "valve.descent": "unknown",
  turntableLock: "unknown",
  transportLatch: "unknown",
  casters: "unknown",
  gate: "unknown",
  key: "unknown",
  "stop.ground": "unknown",
  "stop.platform": "unknown",
  disconnect: "unknown",
  takeOff: "unknown",
};

const onLegs: PlanState = { outriggers: "out", legPins: "operate", mats: "laid" };

const kinds: Readonly<Record<FoundKind, PlanState>> = {
  stowed: {},
  raised: { posture: "raised", axles: "out", ...onLegs, hitch: "uncoupled" },
  on_outriggers: { ...onLegs, hitch: "uncoupled" },
  hitched: { hitch: "coupled", outriggers: "in" },
  jib_folded: { jib: "folded" },
  indoors: { air: "closed" },
  // No key is no key in the switch; that it cannot be turned is a matter of means.
  key_missing: { key: "off" },
  unknown: notLookedAt,
};

/** Whether a machine of this sheet can be found that way at all. */
export function canBeFound(sheet: Sheet, kind: FoundKind): boolean {
  const known = new Set(variablesOf(sheet).map((v) => v.id));
  switch (kind) {
    case "on_outriggers":
      return known.has("outriggers");
    case "hitched":
      return known.has("hitch");
    case "jib_folded":
      return known.has("jib");
    case "indoors":
      return known.has("air");
    case "key_missing":
      return known.has("key");
    case "raised":
      // A mast cranked by hand is raised only with somebody on it.
      return sheet.power !== "hand_crank";
    default:
      return true;
  }
}

/** The state of a machine found in these ways; later ones win. Only variables the machine has are named. */
export function foundState(sheet: Sheet, ways: readonly FoundKind[] = ["stowed"]): PlanState {
  const all: PlanState = Object.assign({}, stowed, ...ways.map((kind) => kinds[kind]));
  if (all["posture"] === "raised") Object.assign(all, mustBeAloft);
  return Object.fromEntries(
    variablesOf(sheet).flatMap(({ id }) => (all[id] === undefined ? [] : [[id, all[id]]])),
  );
}

/**
 * What follows from standing raised, whoever has looked: the lock pin is out, the take-off in. The platform's stop
 * button is out of reach; were it in, the lift would not come down from the ground, and that is then found out.
 */
const mustBeAloft: PlanState = {
  turntableLock: "out",
  transportLatch: "off",
  casters: "locked",
  takeOff: "in",
  "stop.platform": "out",
};

/** Found stowed: lowered, shut down, key with the operator. */
export const foundStowed = (sheet: Sheet): PlanState => foundState(sheet, ["stowed"]);

/** Whether it was found in the air. Where nobody has looked, it was not. */
export const foundRaised = (found: PlanState): boolean =>
  found["posture"] !== undefined && !["stowed", "unknown"].includes(found["posture"]);
