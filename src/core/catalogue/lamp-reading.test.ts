import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import en from "../../../messages/en/diagnose.json";
import type { Sheet } from "../sheet/sheet";
import { lampReadings } from "./lamp-reading";

const sheets = Object.values<Sheet>(demoSheets);
const of = (sheet: Sheet, lamp: string) => lampReadings(sheet).find((one) => one.lamp === lamp);

describe("what a lamp means", () => {
  it("is what the sheet says first, and what is usual where it says nothing", () => {
    const boom: Sheet = demoSheets["calder-vey-kb160"];
    const scissor: Sheet = demoSheets["dunmarrow-s24"];
    expect(of(scissor, "tilt")?.says).toMatchObject([
      { look: "steady", act: "lower_then_level", sheet: { page: "41" } },
      { look: "flashing", act: "lower_then_level" },
    ]);
    expect(of(boom, "tilt")?.says[0]).toEqual({ look: "steady", act: "retract_then_lower" });
    expect(of(scissor, "range_light")).toBeUndefined();
  });

  it("has words for each lamp of every sheet, shining either way it is said to", () => {
    const means: Record<string, Record<string, string>> = en.lampMeans;
    for (const sheet of sheets)
      for (const { lamp, says } of lampReadings(sheet)) {
        expect(says.length, lamp).toBeGreaterThan(0);
        for (const { look, act, sheet: own } of says) {
          if (own === undefined) expect(means[lamp]?.[look], `${lamp} ${look}`).toBeTypeOf("string");
          expect(en.lampAct[act]).toBeTypeOf("string");
        }
      }
  });
});
