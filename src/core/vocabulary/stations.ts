/** Where a person operates from. A remote hangs on a lead and works with the key at the ground station. */
export const stations = ["ground", "platform", "remote"] as const;
export type Station = (typeof stations)[number];

/** The key position that gives a station its power. */
export const keyOf: Readonly<Record<Station, "ground" | "platform">> = {
  ground: "ground",
  platform: "platform",
  remote: "ground",
};
