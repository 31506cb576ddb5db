import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { patterns } from "../vocabulary/signs";
import { patternOf, patternOfCount } from "./alarm-pattern";
import { lengthForRatio, speedOver, speedRatio, stoppingDistance } from "./driving";
import { driftInSheetTime, driftRate, dropped, pumpDown } from "./holding";
import {
  degreesOfPercent,
  oneRampFor,
  percentOfDegrees,
  rampFit,
  type SlopeGiven,
  slopeDegrees,
  turnedAround,
} from "./slope";
import { blockFor, blockHeightMm, tiltOnBlock } from "./tilt-block";
import {
  cellSpread,
  chargeByGravity,
  chargeByVoltage,
  coldPressureKpa,
  gravityAt25,
} from "./tyre-and-battery";
import { against, read, workedOut } from "./uncertain";

/** Worked by hand, or on paper with a table of sines: never with the code beside it. */
describe("a slope", () => {
  it("is the same however it is told: one in eight is 12.5 %, 7.1°", () => {
    const told: readonly SlopeGiven[] = [
      { by: "percent", percent: 12.5 },
      { by: "one_in", n: 8 },
      { by: "rise_over_run", riseMm: 250, runMm: 2000 },
      { by: "degrees", degrees: 7.125 },
    ];
    for (const one of told) expect(slopeDegrees(one).value, one.by).toBeCloseTo(7.125, 2);
    expect(percentOfDegrees(45)).toBeCloseTo(100, 9);
    expect(degreesOfPercent(25)).toBeCloseTo(14.036, 3);
  });

  it("along the ramp is steeper than over the run: 500 mm up a ramp of 1000 mm is 30°, not 26.6°", () => {
    expect(slopeDegrees({ by: "rise_over_length", riseMm: 500, lengthMm: 1000 }).value).toBeCloseTo(30, 9);
    expect(slopeDegrees({ by: "rise_over_run", riseMm: 500, runMm: 1000 }).value).toBeCloseTo(26.565, 3);
  });

  it("is told less surely over a short run: 5 mm over half a metre is half a degree", () => {
    const short = slopeDegrees({ by: "rise_over_run", riseMm: 50, runMm: 500 });
    const long = slopeDegrees({ by: "rise_over_run", riseMm: 200, runMm: 2000 });
    expect(short.plusMinus).toBeCloseTo(0.57, 1);
    expect(long.plusMinus).toBeLessThan(short.plusMinus / 3);
  });

  it("read both ways round loses what the level is off: 4.1° and -2.9° are 3.5° on a level that is 0.6° off", () => {
    expect(turnedAround(4.1, -2.9).value).toBeCloseTo(3.5, 9);
    expect(turnedAround(4.1, -2.9).plusMinus).toBeLessThan(0.2);
  });

  it("goes there and back without drift", () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 60, noNaN: true }), (percent) => {
        expect(percentOfDegrees(degreesOfPercent(percent))).toBeCloseTo(percent, 9);
      }),
    );
  });

  it("fits a test, is not steep enough, too steep, or too close to tell", () => {
    const ramp = (degrees: number) =>
      rampFit(slopeDegrees({ by: "degrees", degrees }), { least: 8.5, most: 14 });
    expect([ramp(7), ramp(8.4), ramp(10), ramp(13.9), ramp(15)]).toEqual([
      "not_steep_enough",
      "too_close_to_tell",
      "fits",
      "too_close_to_tell",
      "too_steep",
    ]);
  });

  it("serves brake and tilt lamp at once where the trip lies below what it climbs", () => {
    // 15 % is 8.53°, 25 % 14.04°.
    const one = oneRampFor({ brakeHoldPercent: 15, climbablePercent: 25, tiltTripDegrees: 5 });
    expect(one?.least).toBeCloseTo(8.53, 2);
    expect(one?.most).toBeCloseTo(14.04, 2);
    expect(oneRampFor({ brakeHoldPercent: 15, climbablePercent: 25, tiltTripDegrees: 15 })).toBeUndefined();
  });

  it("refuses what cannot be, and says what it expected", () => {
    expect(() => slopeDegrees({ by: "rise_over_length", riseMm: 600, lengthMm: 500 })).toThrow(
      /longer than its rise/,
    );
    expect(() => slopeDegrees({ by: "one_in", n: 0 })).toThrow(/measure it again/);
    expect(() => slopeDegrees({ by: "rise_over_run", riseMm: 10, runMm: 0 })).toThrow(/more than 0 mm/);
  });
});

describe("a tilt block", () => {
  it("under one side of a 2.1 m track gives 3° at 110 mm: 2100 times the sine of 3°, 0.0523", () => {
    expect(blockHeightMm(2100, 3)).toBeCloseTo(109.9, 1);
    expect(tiltOnBlock(110, 2.1).value).toBeCloseTo(3.003, 2);
  });

  it("is high enough to trip for sure and low enough to stand", () => {
    // 1.2 m: 1.5° and 0.3° is 37.7 mm, and a tyre gives 5; 3° is 62.8 mm.
    expect(blockFor({ under: "one_side", baseM: 1.2, tripDegrees: 1.5, stableDegrees: 3 })).toEqual({
      under: "one_side",
      baseMm: 1200,
      leastMm: 43,
      mostMm: 62,
    });
  });

  it("tilts more under a narrow track than along a long wheelbase", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 2, noNaN: true }),
        fc.double({ min: 1.1, max: 3, noNaN: true }),
        (track, times) => {
          const across = tiltOnBlock(100, track).value;
          expect(tiltOnBlock(100, track * times).value).toBeLessThan(across);
          expect(blockHeightMm(track * 1000, across)).toBeCloseTo(100, 6);
        },
      ),
    );
  });

  it("says where no block does both", () => {
    const none = blockFor({ under: "one_side", baseM: 1, tripDegrees: 3, stableDegrees: 3 });
    expect(none.leastMm).toBeGreaterThan(none.mostMm ?? 0);
  });
});

describe("driving", () => {
  it("timed over the same 10 m, 8 s lowered and 40 s raised, is a fifth", () => {
    const ratio = speedRatio({ lengthM: 10, timeS: 8 }, { lengthM: 10, timeS: 40 });
    expect(ratio.value).toBeCloseTo(0.2, 9);
    // 0.3 s of 8 is 3.75 %, of 40 0.75 %: 3.8 % of a fifth.
    expect(ratio.plusMinus).toBeCloseTo(0.0076, 3);
  });

  it("over different lengths counts them: 10 m in 8 s against 4 m in 16 s is a fifth as well", () => {
    expect(speedRatio({ lengthM: 10, timeS: 8 }, { lengthM: 4, timeS: 16 }).value).toBeCloseTo(0.2, 9);
    expect(speedOver(10, 8).value).toBeCloseTo(1.25, 9);
  });

  it("wants a length: at 1.25 m/s and a fifth, 7.6 m tells the ratio to a twentieth", () => {
    const lengthM = lengthForRatio(1.25, 0.2, 0.05);
    expect(lengthM).toBeCloseTo(7.65, 2);
    const ratio = speedRatio({ lengthM, timeS: lengthM / 1.25 }, { lengthM, timeS: lengthM / 0.25 });
    expect(ratio.plusMinus / ratio.value).toBeCloseTo(0.05, 2);
  });

  it("stops in a taped, a paced and a rolled distance: three paces of 0.75 m, one turn of a wheel of 0.72 m", () => {
    expect(stoppingDistance({ by: "tape", metres: 1.1 }).value).toBe(1.1);
    expect(stoppingDistance({ by: "paces", paces: 3, paceM: 0.75 }).value).toBeCloseTo(2.25, 9);
    expect(stoppingDistance({ by: "wheel_turns", turns: 1, wheelDiameterM: 0.72 }).value).toBeCloseTo(
      2.262,
      3,
    );
    const paced = stoppingDistance({ by: "paces", paces: 3, paceM: 0.75 });
    expect(paced.plusMinus).toBeGreaterThan(stoppingDistance({ by: "tape", metres: 2.25 }).plusMinus * 5);
  });

  it("in no time at all is no run", () => {
    expect(() => speedRatio({ lengthM: 10, timeS: 0 }, { lengthM: 10, timeS: 4 })).toThrow(/more than 0 s/);
  });
});

describe("what holds", () => {
  it("sank 12 mm in 4 minutes: 3 mm a minute, 30 mm in the sheet's ten", () => {
    const sank = { heightBeforeMm: 3012, heightAfterMm: 3000, minutes: 5 };
    expect(dropped(sank).value).toBe(12);
    expect(driftRate({ ...sank, minutes: 4 }).value).toBe(3);
    expect(driftInSheetTime(sank, 10).value).toBeCloseTo(24, 9);
    expect(() => driftInSheetTime({ ...sank, minutes: 1 }, 10)).toThrow(/at least 5 min/);
  });

  it("comes down on a pump with its rests: half the travel in 40 s, 30 s at most and 120 s of rest", () => {
    // 80 s in all: three runs, two rests.
    expect(pumpDown({ tookS: 40, part: 0.5, longestRunS: 30, restS: 120 })).toEqual({
      seconds: 320,
      runs: 3,
      fitsOneRun: false,
    });
    expect(pumpDown({ tookS: 30, part: 1, longestRunS: 30, restS: 120 })).toMatchObject({
      runs: 1,
      fitsOneRun: true,
    });
  });
});

describe("tyres and batteries", () => {
  it("a tyre at 700 kPa and 50 °C shows 626 kPa cold: 801.3 times 293.15 over 323.15, less the air", () => {
    expect(coldPressureKpa(700, 50).value).toBeCloseTo(625.6, 0);
    expect(coldPressureKpa(700, 20).value).toBeCloseTo(700, 9);
  });

  it("a warm cell's acid is thinner than it is strong: 1.240 at 40 °C is 1.2505 at 25", () => {
    expect(gravityAt25(1.24, 40).value).toBeCloseTo(1.2505, 6);
    expect(gravityAt25(1.24, 5).value).toBeCloseTo(1.226, 6);
  });

  it("is charged by its gravity and by its rest voltage, between the points of the usual tables", () => {
    expect(chargeByGravity(1.225, 25).value).toBeCloseTo(75, 6);
    expect(chargeByGravity(1.245, 25).value).toBeCloseTo(87.5, 6);
    expect(chargeByGravity(1.1, 25).value).toBe(0);
    expect(chargeByGravity(1.3, 25).value).toBe(100);
    // 24 V is twelve cells: 24.48 V is 2.04 a cell.
    expect(chargeByVoltage(24.48, 24).value).toBeCloseTo(50, 6);
    expect(chargeByVoltage(25.3, 24).value).toBeCloseTo(100, 0);
    expect(() => chargeByVoltage(48, 12)).toThrow(/across 6 cells/);
  });

  it("has a cell that falls behind", () => {
    expect(cellSpread([1.26, 1.255, 1.2, 1.26])).toEqual({
      spread: expect.closeTo(0.06, 9),
      worst: 3,
      apart: true,
    });
    expect(cellSpread([1.26, 1.25]).apart).toBe(false);
  });
});

describe("how far off", () => {
  it("grows by the root of the squares: 3 and 4 make 5", () => {
    expect(workedOut((a, b) => a + b, [read(1, 3), read(1, 4)])).toEqual({ value: 2, plusMinus: 5 });
    expect(workedOut((a, b) => a - b, [read(5, 3), read(1, 4)]).plusMinus).toBe(5);
  });

  it("is never less than nothing, and none where every reading is exact", () => {
    const reading = fc.record({
      value: fc.double({ min: 1, max: 100, noNaN: true }),
      plusMinus: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 1, maxLength: 4 }), (readings) => {
        const product = (...all: readonly number[]) => all.reduce((a, b) => a * b, 1);
        expect(workedOut(product, readings).plusMinus).toBeGreaterThanOrEqual(0);
        expect(
          workedOut(
            product,
            readings.map(({ value }) => read(value, 0)),
          ).plusMinus,
        ).toBe(0);
      }),
    );
  });

  it("tells what is within, beyond, or too close to its limit", () => {
    expect(against(read(0.9, 0.05), 1, "at_most")).toBe("within");
    expect(against(read(0.97, 0.05), 1, "at_most")).toBe("close");
    expect(against(read(1.1, 0.05), 1, "at_most")).toBe("beyond");
    expect(against(read(24.5, 0.1), 24, "at_least")).toBe("within");
    expect(against(read(23.5, 0.1), 24, "at_least")).toBe("beyond");
  });
});

describe("an alarm somebody taps along to", () => {
  const every = (gapS: number, forS: number) =>
    Array.from({ length: Math.floor(forS / gapS) }, (_, i) => i * gapS);

  it("is slow at one a second, fast at three, and one sound where nobody taps", () => {
    expect(patternOf(every(1, 10), 10)[0]?.pattern).toBe("slow_beep");
    expect(patternOf(every(0.33, 10), 10)[0]?.pattern).toBe("fast_beep");
    expect(patternOf([], 10)[0]?.pattern).toBe("steady");
    expect(patternOf([0.4], 10)[0]?.pattern).toMatch(/chirp|horn/);
    expect(patternOfCount(10, 10)[0]?.pattern).toBe("slow_beep");
    expect(patternOfCount(30, 10)[0]?.pattern).toBe("fast_beep");
  });

  it("is less sure the further the taps are from any of them", () => {
    const sure = (gapS: number) => patternOf(every(gapS, 10), 10)[0]?.sure ?? 0;
    expect(sure(1)).toBeGreaterThan(0.9);
    expect(sure(0.58)).toBeLessThan(sure(1));
  });

  it("is told right by unsteady hands, among what this model may sound", () => {
    const shaky = fc.array(fc.double({ min: -0.12, max: 0.12, noNaN: true }), { minLength: 9, maxLength: 9 });
    fc.assert(
      fc.property(shaky, fc.constantFrom(1, 3), (off, perS) => {
        const taps = off.map((by, i) => (i + 1 + by) / perS);
        const [first] = patternOf(taps, 10, ["steady", "slow_beep", "fast_beep"]);
        expect(first?.pattern).toBe(perS === 1 ? "slow_beep" : "fast_beep");
      }),
    );
  });

  it("shares what it is sure of among all it may be", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { maxLength: 60 }), (taps) => {
        const heard = patternOf(
          [...taps].sort((a, b) => a - b),
          10,
        );
        expect(heard).toHaveLength(patterns.length);
        expect(heard.reduce((sum, { sure }) => sum + sure, 0)).toBeCloseTo(1, 9);
      }),
    );
  });
});
