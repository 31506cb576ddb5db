import type { Terrain } from "./place-plan";

/** The least rating a lift needs to work outdoors at all, in m/s (the common standard's threshold; field guide, section 15). */
export const outdoorsFromMps = 12.5;

/**
 * The highest mean wind of each Beaufort force, in m/s at 10 m (World Meteorological Organization, Manual on Codes, the
 * Beaufort scale). A force told by sight counts as the most it can be.
 */
const beaufortToMps = [0.2, 1.5, 3.3, 5.4, 7.9, 10.7, 13.8, 17.1, 20.7, 24.4, 28.4, 32.6, 60] as const;

/** The height the Beaufort scale is told for, in metres. */
const beaufortHeightM = 10;

/**
 * How wind grows with height over each kind of land: the exponent of the power law (A. G. Davenport, 1960: open country, woods
 * and suburbs, town centres). Land nobody has told of counts as the last.
 */
export const exponentOf = {
  open: 0.16,
  hedges: 0.28,
  built_up: 0.4,
  not_known: 0.4,
} as const satisfies Record<Terrain, number>;

/**
 * A gust of three seconds over the mean wind, over land in the open (World Meteorological Organization, TD No. 1555, 2010: 1.66).
 * Taken where no gust was read.
 */
const gustFactor = 1.66;

export interface WindReading {
  readonly meanMps: number;
  /** Undefined where none was read. */
  readonly gustMps: number | undefined;
  /** Where it was read above the ground. */
  readonly heightM: number;
}

/** What a force told by sight counts as. */
export const windBySight = (beaufort: number): WindReading => ({
  meanMps: beaufortToMps[beaufort] ?? 60,
  gustMps: undefined,
  heightM: beaufortHeightM,
});

/** The gust of a reading: as it was read, and never less than the mean; or the mean by the gust factor. m/s. */
export const gustOf = ({ meanMps, gustMps }: WindReading): number =>
  gustMps === undefined ? meanMps * gustFactor : Math.max(meanMps, gustMps);

/**
 * The wind at a height from a reading at another: u(h) = u(r) (h / r)^a, the power law. An estimate. Below the height of the
 * reading it is taken as read, since nothing certain makes it less. Heights in metres, above 0; wind in and out in m/s.
 */
export function windAtHeight(
  mps: number,
  {
    readAtM,
    heightM,
    terrain,
  }: { readonly readAtM: number; readonly heightM: number; readonly terrain: Terrain },
): number {
  if (!(readAtM > 0))
    throw new RangeError(`expected a wind read more than 0 m above the ground, got ${readAtM} m`);
  return heightM <= readAtM ? mps : mps * (heightM / readAtM) ** exponentOf[terrain];
}

/** The mass of a cubic metre of air, in kg (EN 1991-1-4, 4.5). */
const airKgPerM3 = 1.25;
/** What a flat sheet held across the wind takes of its pressure (EN 1991-1-4, 7.4.3: signboards). */
const sheetForce = 1.8;

/** The force of the wind on a flat sheet held across it: half the air's mass by the square of the wind, by area and shape. N. */
export const sailForceN = (mps: number, areaM2: number): number =>
  0.5 * airKgPerM3 * mps ** 2 * sheetForce * areaM2;

/** The wind at which a sheet of this area pulls with this force, in m/s. The other way round. */
export const windForSailMps = (forceN: number, areaM2: number): number =>
  Math.sqrt(forceN / (0.5 * airKgPerM3 * sheetForce * areaM2));
