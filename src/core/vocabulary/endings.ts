/**
 * What a machine is left for when an inspection ends (field guide, section 4): ready to work, parked, held after a
 * finding that stops it, ready for the road, handed over set up, or checked in.
 */
export const endings = ["to_work", "parked", "held", "for_the_road", "handed_over", "checked_in"] as const;
export type Ending = (typeof endings)[number];

/** What whoever inspects it in full may be about to do with it, the usual first. */
export const fullEndings = ["to_work", "parked", "handed_over"] as const satisfies readonly Ending[];
export type FullEnding = (typeof fullEndings)[number];
