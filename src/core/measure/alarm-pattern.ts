import { type Pattern, patterns } from "../vocabulary/signs";
import { mustBe } from "./uncertain";

/**
 * How each pattern is made, as a person hears it: sounds a second and how much of the time it sounds; none for what is one
 * sound without a break. The words are the sheet's; how fast is what the field means by them.
 */
const heard: Readonly<
  Record<Pattern, { readonly perS?: number; readonly once?: true; readonly even: boolean }>
> = {
  steady: { even: true },
  horn: { once: true, even: true },
  chirp: { once: true, even: true },
  slow_beep: { perS: 1, even: true },
  fast_beep: { perS: 3, even: true },
  warble: { perS: 5, even: false },
};

export interface Heard {
  readonly pattern: Pattern;
  /** From 0 to 1; together 1. */
  readonly sure: number;
}

/** People tap along to within so much, as a part: two beats for one is a factor of 2, and told apart. */
const tapsPart = 0.35;

/**
 * Which of the patterns this model may sound somebody tapped along to. `tapsS`: when, in seconds, in order, one tap a
 * sound; `forS`: how long they listened. The nearer the rate on a scale of ratios, the likelier; taps of uneven distance
 * speak for a warble. Likeliest first. No taps at all are one unbroken sound.
 */
export function patternOf(
  tapsS: readonly number[],
  forS: number,
  among: readonly Pattern[] = patterns,
): readonly Heard[] {
  mustBe(forS > 0, "listening for more than 0 s", forS);
  mustBe(
    tapsS.every((at, i) => i === 0 || at >= (tapsS[i - 1] ?? 0)),
    "taps in their order",
    tapsS.join(", "),
  );
  const gaps = tapsS.slice(1).map((at, i) => at - (tapsS[i] ?? 0));
  const span = gaps.reduce((sum, gap) => sum + gap, 0);
  const perS = gaps.length === 0 || span === 0 ? tapsS.length / forS : gaps.length / span;
  const mean = span / Math.max(gaps.length, 1);
  const uneven =
    gaps.length < 3 || mean === 0
      ? 0
      : Math.sqrt(gaps.reduce((sum, gap) => sum + (gap - mean) ** 2, 0) / gaps.length) / mean;
  const weights = among.map((pattern) => ({
    pattern,
    weight: weightOf(pattern, tapsS.length, perS, uneven),
  }));
  const all = weights.reduce((sum, { weight }) => sum + weight, 0);
  return weights
    .map(({ pattern, weight }) => ({ pattern, sure: all === 0 ? 0 : weight / all }))
    .sort((a, b) => b.sure - a.sure);
}

function weightOf(pattern: Pattern, taps: number, perS: number, uneven: number): number {
  const { perS: meant, once, even } = heard[pattern];
  if (once === true) return taps === 1 ? 1 : 0.001;
  if (meant === undefined) return taps === 0 ? 1 : taps === 1 ? 0.3 : 0.001;
  if (taps < 2) return 0.001;
  const off = Math.log(perS / meant) / tapsPart;
  const byRate = Math.exp(-(off * off) / 2);
  return byRate * (even ? Math.exp(-uneven * 2) : 0.4 + Math.min(uneven, 0.6)) + 0.001;
}

/** The same from a count: so many sounds in so many seconds. */
export const patternOfCount = (sounds: number, forS: number, among?: readonly Pattern[]): readonly Heard[] =>
  patternOf(
    Array.from({ length: sounds }, (_, i) => ((i + 0.5) * forS) / Math.max(sounds, 1)),
    forS,
    among,
  );
