import { describe, expect, it } from "vitest";
import { Sampler } from "./sample";
import { windToldMps } from "./sentence";

/** A sentence with the sum of its characters, as the standard has it. */
const summed = (body: string): string => {
  const sum = [...body].reduce((all, c) => all ^ c.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, "0")}`;
};

describe("a sentence of a wind meter", () => {
  it("tells the wind in any unit of the standard", () => {
    // The sum worked by hand over the characters between $ and *.
    expect(windToldMps("$WIMWV,214.8,R,0.1,K,A*28")).toBeCloseTo(0.1 / 3.6, 9);
    expect(windToldMps(summed("WIMWV,10.0,T,36.0,K,A"))).toBeCloseTo(10, 9);
    expect(windToldMps(summed("WIMWV,10.0,T,10.0,M,A"))).toBe(10);
    expect(windToldMps(summed("WIMWV,10.0,T,10,N,A"))).toBeCloseTo(5.144, 3);
    expect(windToldMps(`${summed("WIMWV,,T,10.0,S,A")}\r\n`)).toBeCloseTo(4.4704, 9);
  });

  it("is never taken for a calm where it is not understood", () => {
    for (const line of [
      "",
      "hello",
      "$WIMWV,214.8,R,0.1,K,A*29",
      "$WIMWV,214.8,R,0.1,K,A",
      summed("WIMWV,10.0,T,5.0,M,V"),
      summed("WIMWV,10.0,T,,M,A"),
      summed("WIMWV,10.0,T,-5.0,M,A"),
      summed("WIMWV,10.0,T,5.0,X,A"),
      summed("WIMWV,10.0,T,5.0,,A"),
      summed("WIMWV,10.0,T,500.0,M,A"),
      summed("WIXDR,10.0,T,5.0,M,A"),
      summed("WIMWV,10.0,T,5.0,M,A,more"),
    ])
      expect(windToldMps(line), line).toBeUndefined();
  });
});

describe("ten seconds of a meter", () => {
  it("are the mean of what was told and the greatest mean of three seconds", () => {
    const sampler = new Sampler();
    const told = [4, 4, 4, 4, 10, 10, 10, 4, 4, 4];
    for (const [i, mps] of told.entries()) expect(sampler.take(mps, 1_000_000 + i * 1000)).toBeUndefined();
    // 58 / 10; three seconds of 10 together.
    expect(sampler.take(20, 1_010_000)).toEqual({ atMs: 1_010_000, meanMps: 5.8, gustMps: 10 });
    // One second of 20 after two of 4 is no gust of 20.
    const last = sampler.sample();
    expect(last?.meanMps).toBe(20);
    expect(last?.gustMps).toBeCloseTo((4 + 4 + 20) / 3, 9);
    expect(sampler.sample()).toBeUndefined();
  });
});
