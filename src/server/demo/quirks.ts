import type { DemoAnswer } from "./walk";

/**
 * What a unit is like over the months, by days before today: trends no single day shows, and the small things
 * anybody finds and puts right.
 */
export function quirks(
  plate: string,
  ago: number,
  random: () => number,
): Readonly<Record<string, DemoAnswer>> {
  const answers: Record<string, DemoAnswer> = { "meter.hours": { value: hoursOn(plate, ago) } };
  // A boom whose stopping distance creeps up month by month, towards its limit of 0.9 m.
  if (plate === "LM-22") answers["drive.stopping"] = { value: stoppingM(ago, random()) };
  // A scissor that comes down by its valve ever more slowly: the oil that passes it is dirty.
  if (plate === "LM-06") answers["ground.descent_valve"] = { downS: loweringS(ago) };
  if (random() < 0.06) answers["platform.deck"] = { condition: "slippery", putRight: "clean" };
  if (random() < 0.03) answers["battery.water"] = { condition: "low", putRight: "top_up_water" };
  if (random() < 0.02) answers["doc.decals"] = { condition: "dirty", putRight: "clean" };
  if (random() < 0.02) answers["covers.latched"] = { condition: "unlatched", putRight: "latch_cover" };
  return answers;
}

/** Some hundreds of hours when the books begin, and about three and a half more for each day since. */
export const hoursOn = (plate: string, ago: number): number => {
  const number = Number(plate.replace(/\D/g, "")) || 1;
  return (
    Math.round(
      (900 + ((number * 613) % 2_400) + (700 - Math.min(ago, 700)) * (2.5 + (number % 5) * 0.5)) * 10,
    ) / 10
  );
};

/** From 0.52 m eighteen months ago to 0.87 m today, with the scatter of a paced tape. */
const stoppingM = (ago: number, scatter: number): number =>
  Math.round((0.87 - (0.35 * Math.min(ago, 540)) / 540 + (scatter - 0.5) * 0.03) * 100) / 100;

/** 38 s down from full height until four months ago, from then on a little longer every week, with the scatter of a watch in the hand. */
const loweringS = (ago: number): number =>
  38 + Math.round(Math.max(0, 120 - ago) / 12) + Math.round(2.5 * Math.sin(ago * ago));
