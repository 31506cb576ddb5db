import { sampleMs, type WindSample } from "@/core/survey/wind-watch";

/** The span a gust is the mean of (World Meteorological Organization, No. 8). */
const gustMs = 3000;

interface Told {
  readonly atMs: number;
  readonly mps: number;
}

/** Brings what a meter tells, about once a second, into samples of ten seconds each. */
export class Sampler {
  private told: Told[] = [];
  private gustMps = 0;
  private sum = 0;
  private count = 0;
  private slot: number | undefined;

  constructor(private readonly spanMs = sampleMs) {}

  /** Takes one; gives the sample of the ten seconds before, where it is the first of the next. */
  take(mps: number, atMs: number): WindSample | undefined {
    const slot = Math.floor(atMs / this.spanMs);
    const done = this.slot !== undefined && slot !== this.slot ? this.sample() : undefined;
    this.slot = slot;
    // A clock that was set back is no reason for a gust to last.
    this.told = [...this.told.filter((one) => one.atMs > atMs - gustMs && one.atMs <= atMs), { atMs, mps }];
    this.gustMps = Math.max(
      this.gustMps,
      this.told.reduce((all, one) => all + one.mps, 0) / this.told.length,
    );
    this.sum += mps;
    this.count += 1;
    return done;
  }

  /** What the ten seconds under way have shown so far, and begins the next; undefined where that is nothing. */
  sample(): WindSample | undefined {
    if (this.slot === undefined || this.count === 0) return undefined;
    const sample = {
      atMs: (this.slot + 1) * this.spanMs,
      meanMps: this.sum / this.count,
      gustMps: this.gustMps,
    };
    this.sum = 0;
    this.count = 0;
    this.gustMps = 0;
    return sample;
  }
}
