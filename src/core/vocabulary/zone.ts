import { tzOffset } from "@date-fns/tz";

const minMs = 60_000;

/** A site's time zone by its id in the zone table that runtimes ship (`UTC`, `CET`), or a fixed offset (`+05:30`). */
export type Zone = string;

/** How far the clocks of a zone are ahead of UTC at a moment, in milliseconds. */
function aheadMs(ms: number, zone: Zone): number {
  const minutes = tzOffset(zone, new Date(ms));
  if (Number.isNaN(minutes))
    throw new RangeError(
      `expected a time zone such as UTC, CET or +05:30, got ${zone}; set the site's time zone`,
    );
  return minutes * minMs;
}

/** What the clocks of a zone show at a moment: milliseconds that read as UTC. */
export const localMs = (ms: number, zone: Zone): number => ms + aheadMs(ms, zone);

/**
 * The moment at which the clocks of a zone show a time. One that the clocks pass over counts from after the leap, of one
 * that comes twice the later counts.
 */
export function momentOf(local: number, zone: Zone): number {
  const near = local - aheadMs(local, zone);
  return local - aheadMs(near, zone);
}
