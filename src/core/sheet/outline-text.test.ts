import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { outlineFrom, outlineText } from "./outline-text";

describe("a range-of-motion diagram typed point by point", () => {
  it("is read with spaces, commas or semicolons, and either decimal sign", () => {
    const points = [
      { outM: 1.5, heightM: 0 },
      { outM: 7, heightM: 6.25 },
      { outM: -0.5, heightM: 13.8 },
    ];
    expect(outlineFrom("1.5 0\n\n7, 6.25\n-0,5; 13,8\n")).toEqual({ ok: true, points });
  });

  it("says which line is no point, and what it got", () => {
    expect(outlineFrom("1 0\n7 6 5")).toEqual({ ok: false, line: 2, got: "7 6 5" });
    expect(outlineFrom("seven 6")).toEqual({ ok: false, line: 1, got: "seven 6" });
    expect(outlineFrom("7")).toMatchObject({ ok: false, line: 1 });
    expect(outlineFrom("1e9 6")).toMatchObject({ ok: false });
  });

  it("is the same once it was shown and read again", () => {
    const metre = fc.integer({ min: -1000, max: 12_000 }).map((n) => n / 100);
    fc.assert(
      fc.property(fc.array(fc.record({ outM: metre, heightM: metre }), { maxLength: 60 }), (points) => {
        expect(outlineFrom(outlineText(points))).toEqual({
          ok: true,
          points: points.map(({ outM, heightM }) => ({ outM: outM + 0, heightM: heightM + 0 })),
        });
      }),
    );
  });
});
