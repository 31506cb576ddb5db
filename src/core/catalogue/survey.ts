import { place } from "./rules";
import type { CheckDefinition } from "./types";

const common = {
  version: 1,
  phase: "survey",
  station: "survey",
  at: ["workplace"],
  needs: { who: "ground", posture: "stowed", incline: "level" },
  minutes: 0.2,
} as const;

/** The workplace: what is found here is no fault of the machine; it stops the work, not the unit. */
export const surveyChecks: readonly CheckDefinition[] = [
  {
    ...common,
    id: "place.ground",
    part: "ground",
    conditions: { soft: place, holes: place, slope: place, floor_limit: place },
  },
  {
    ...common,
    id: "place.overhead",
    part: "overhead",
    cautions: ["not_insulated"],
    conditions: { power_line: place, low_steel: place, crane: place },
  },
  {
    ...common,
    id: "place.weather",
    part: "weather",
    conditions: { wind: place, lightning: place, fumes: place },
  },
  {
    ...common,
    id: "place.surroundings",
    part: "surroundings",
    conditions: { traffic: place, public: place, other_machines: place },
  },
  { ...common, id: "place.load", part: "load_plan", conditions: { too_heavy: place, too_many: place } },
  { ...common, id: "place.rescue", part: "rescue", conditions: { nobody_shown: place } },
  { ...common, id: "place.job", part: "job", conditions: { not_this_lift: place, method_missing: place } },
  {
    ...common,
    id: "place.route",
    part: "route",
    conditions: { ramp: place, drop_off: place, covers: place },
  },
  { ...common, id: "place.floor", part: "floor", conditions: { floor_limit: place, pads_needed: place } },
  { ...common, id: "place.reach", part: "reach", conditions: { out_of_reach: place, no_room: place } },
  { ...common, id: "place.access", part: "access", conditions: { too_wide: place, too_high: place } },
];
