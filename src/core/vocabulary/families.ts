/** The nine lift families the product knows by name (field practice, not makers' names). */
export const families = [
  "telescopic_boom",
  "articulating_boom",
  "slab_scissor",
  "rough_terrain_scissor",
  "vertical_mast",
  "push_around_mast",
  "towable_boom",
  "tracked_spider",
  "vehicle_boom",
] as const;

export type Family = (typeof families)[number];

export const powers = [
  "battery",
  "petrol",
  "diesel",
  "gas",
  "dual_fuel",
  "hybrid",
  "vehicle_take_off",
  "hand_crank",
] as const;

export type Power = (typeof powers)[number];

export const tyreKinds = ["air", "foam_filled", "solid", "casters", "tracks"] as const;

export type Tyres = (typeof tyreKinds)[number];

/** Groups that parts, interlocks and checks apply to. */
export const selfPropelledBooms = ["telescopic_boom", "articulating_boom"] as const;
export const booms = [...selfPropelledBooms, "towable_boom", "tracked_spider", "vehicle_boom"] as const;
export const scissors = ["slab_scissor", "rough_terrain_scissor"] as const;
export const masts = ["vertical_mast", "push_around_mast"] as const;
/** Raised straight up, without a boom. */
export const verticals = [...scissors, ...masts] as const;
/** Driven from the platform. */
export const platformDriven = [...selfPropelledBooms, ...scissors, "vertical_mast"] as const;
export const selfDriven = [...platformDriven, "tracked_spider"] as const;
/** Stand on legs before anything is raised; the rough-terrain scissor only above a height. */
export const legged = ["towable_boom", "tracked_spider", "vehicle_boom"] as const;
/** Ride on wheels with nuts, one at each corner. */
export const fourWheeled = [...platformDriven, "vehicle_boom"] as const;
/** Have a battery, a hydraulic unit and an electrical ground station; a hand-cranked mast has none. */
export const powered = [...selfPropelledBooms, ...scissors, ...legged, "vertical_mast"] as const;

/** How each family can be powered. */
export const powersOf: Readonly<Record<Family, readonly Power[]>> = {
  telescopic_boom: ["diesel", "petrol", "gas", "dual_fuel", "battery", "hybrid"],
  articulating_boom: ["diesel", "petrol", "gas", "dual_fuel", "battery", "hybrid"],
  slab_scissor: ["battery"],
  rough_terrain_scissor: ["diesel", "petrol", "gas", "dual_fuel", "battery", "hybrid"],
  vertical_mast: ["battery"],
  push_around_mast: ["hand_crank", "battery"],
  towable_boom: ["battery", "petrol", "diesel", "hybrid"],
  tracked_spider: ["petrol", "diesel", "battery", "hybrid"],
  vehicle_boom: ["vehicle_take_off", "diesel", "hybrid"],
};
