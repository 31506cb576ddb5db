/** The wind of the demo at a moment, in m/s: it rises and falls over the hour and is never still; the same second has the same wind. */
export function demoWindMps(ms: number): number {
  const minutes = ms / 60_000;
  const mean =
    4.4 + 1.5 * Math.sin((2 * Math.PI * minutes) / 67) + 0.6 * Math.sin((2 * Math.PI * minutes) / 13);
  const s = ms / 1000;
  const restless =
    Math.sin(s / 1.9) * Math.sin(s / 5.3 + 1) + 0.7 * Math.sin(s / 11.7 + 2) * Math.sin(s / 3.1);
  return Math.max(0.2, mean * (1 + 0.28 * restless));
}

/** A wind held by hand: between its mean and its gust. */
export interface HeldWind {
  readonly mean: number;
  readonly gust: number;
}

export const heldWindMps = (ms: number, { mean, gust }: HeldWind): number =>
  mean + (gust - mean) * Math.max(0, Math.sin(ms / 9000)) ** 2;

/** A sentence of kind MWV of the open standard NMEA 0183: angle, true, speed in m/s, valid, and the sum of its characters. */
export function windSentence(mps: number, ms: number): string {
  const body = `WIMWV,${(225 + 12 * Math.sin(ms / 40_000)).toFixed(1)},T,${mps.toFixed(1)},M,A`;
  const sum = [...body].reduce((all, c) => all ^ c.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, "0")}\r\n`;
}
