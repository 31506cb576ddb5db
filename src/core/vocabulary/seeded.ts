/** A number from 0 to 1, 1 not included; the same seed gives the same numbers. */
export type Random = () => number;

/** A small generator with 32 bits of state (mulberry32): good enough to vary inputs, and the same everywhere. */
export function seeded(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
