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
