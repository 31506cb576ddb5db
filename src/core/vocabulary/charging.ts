/** What a battery charger showed when it was unplugged. */
export const chargerLamps = ["full", "charging", "fault", "dark"] as const;
export type ChargerLamp = (typeof chargerLamps)[number];
