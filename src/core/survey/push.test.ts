import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { legsThere } from "./at-the-spot";
import { type PlacePlan, placePlanSchema } from "./place-plan";
import { helpersFor, pushedThere, pushForceN } from "./push";

const mast: Sheet = demoSheets["sorrel-p6"];
const way = [
  { x: 2, y: 5 },
  { x: 18, y: 5 },
];

const hall = (marks: PlacePlan["marks"] = []): PlacePlan =>
  placePlanSchema.parse({
    ...{ schema: 1, name: "Hall", widthM: 20, depthM: 10, under: "roof", terrain: "open" },
    ...{ ground: "concrete", marks },
  });
const slope = (slopeDeg: number | null, fallsDeg: number | null): PlacePlan["marks"] => [
  {
    ...{ id: "s", name: "slope", kind: "slope", slopeDeg, fallsDeg },
    at: [
      { x: 5, y: 0 },
      { x: 15, y: 0 },
      { x: 15, y: 10 },
      { x: 5, y: 10 },
    ],
  },
];
const helpersOn = (plan: PlacePlan, sheet = mast, kg = 0) =>
  pushedThere(sheet, plan, way, kg)[0]?.limits?.[0]?.value;

describe("a mast pushed by hand", () => {
  it("takes the force and the people that a sum on paper gives", () => {
    // 300 kg x 9.80665 = 2942.0 N; 0.03 of it on the level, sin 5 = 0.08716 and 0.03 cos 5 = 0.02989 more up a slope.
    expect(pushForceN(300, 0)).toBeCloseTo(88.26, 2);
    expect(pushForceN(300, 5)).toBeCloseTo(344.33, 1);
    // 679.8 kg on the level is 200 N: one still, and two beyond.
    expect(pushForceN(679.81, 0)).toBeCloseTo(200, 1);
    expect([1, 199.9, 200, 200.1, 344.3, 400.1].map(helpersFor)).toEqual([1, 1, 1, 2, 2, 3]);
  });

  it("takes no fewer people for more weight or a steeper way, and nobody knows on a slope nobody measured", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (deg, more, kg, heavier) => {
          const helpers = helpersOn(hall(slope(deg, 270)), mast, kg) ?? 0;
          expect(helpersOn(hall(slope(deg + more, 270)), mast, kg)).toBeGreaterThanOrEqual(helpers);
          expect(helpersOn(hall(slope(deg, 270)), mast, kg + heavier)).toBeGreaterThanOrEqual(helpers);
          // One that may fall any way counts as all of it up.
          expect(helpersOn(hall(slope(deg, null)), mast, kg)).toBeGreaterThanOrEqual(helpers);
        },
      ),
    );
    expect(pushedThere(mast, hall(slope(null, 90)), way, 0)).toMatchObject([
      { topic: "push", verdict: "not_known", missing: ["slope"] },
    ]);
    const { gross_weight: _, ...figures } = mast.figures;
    expect(pushedThere({ ...mast, figures }, hall(), way, 0)).toMatchObject([{ missing: ["gross_weight"] }]);
  });

  it("is nothing to a lift that drives, or one that is there already", () => {
    expect(pushedThere(demoSheets["dunmarrow-s24"], hall(), way, 0)).toEqual([]);
    expect(pushedThere(mast, hall(), [{ x: 2, y: 5 }], 0)).toEqual([]);
  });
});

describe("legs that are needed above a height", () => {
  const rough: Sheet = demoSheets["pellbridge-rt33"];
  const sheet: Sheet = {
    ...rough,
    features: { ...rough.features, outriggers: { fit: "fitted" } },
    figures: { ...rough.figures, legs_needed_above: { value: 5, page: "12" } },
  };
  it("are a limit to carry for work above it, and none for work at or below", () => {
    expect(legsThere(sheet, [{ floorM: 3 }, { floorM: 5.1 }])).toMatchObject([
      { verdict: "limited", limits: [{ limit: "legs_down", value: 5 }] },
    ]);
    expect(legsThere(sheet, [{ floorM: 5 }])).toMatchObject([{ verdict: "within" }]);
    // The manual's height left out: for any work.
    const { legs_needed_above: _, ...figures } = sheet.figures;
    expect(legsThere({ ...sheet, figures }, [{ floorM: 1 }])).toMatchObject([
      { verdict: "limited", limits: [{ limit: "legs_down", value: 0 }] },
    ]);
    expect(
      legsThere({ ...sheet, features: { ...sheet.features, outriggers: { fit: "not_fitted" } } }, [
        { floorM: 9 },
      ]),
    ).toEqual([]);
  });
});
