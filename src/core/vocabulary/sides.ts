/** Where on a part something is, as one stands at it facing the way the machine drives. */
export const sides = ["left", "right", "front", "rear", "top", "underneath", "inside"] as const;
export type Side = (typeof sides)[number];

/** How big something found can be, millimetres along its longest side. */
export const sizeRange = { least: 1, most: 20_000 } as const;
