import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { checksOf } from "../catalogue/catalogue";
import { foundStowed } from "../plan/found";
import { planInspection } from "../plan/plan";
import { faultName } from "../proof/faults";
import { prove } from "../proof/prove";
import { fitOf } from "../sheet/read";
import { type Sheet, sheetSchema } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import { neverSlowed, shadowedOn } from "./shadowed";

const fitted = { fit: "fitted", manualPage: "12", enteredBy: "a", confirmedBy: "b" } as const;
const notFitted = { ...fitted, fit: "not_fitted" } as const;
const scissor: Sheet = demoSheets["dunmarrow-s24"];
const height = (value: number) => ({ value, page: "12" });
const withCuts = (cutOut: Sheet["features"]["drive_cut_out"], backM?: number, outM?: number): Sheet => ({
  ...scissor,
  features: { ...scissor.features, drive_cut_back: fitted, drive_cut_out: cutOut },
  figures: {
    ...scissor.figures,
    ...(backM === undefined ? {} : { drive_cut_back_above: height(backM) }),
    ...(outM === undefined ? {} : { drive_cut_out_above: height(outM) }),
  },
});
const asks = (sheet: Sheet, id: string) => checksOf(sheet).some(({ definition }) => definition.id === id);
const proofOf = (sheet: Sheet) =>
  prove(
    sheet,
    foundStowed(sheet),
    planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice }).steps,
  );

describe("an interlock that another stands before", () => {
  it("is not asked of a machine that then does not drive at all, by its sheet", () => {
    const never = withCuts(fitted, 2, 2);
    expect(neverSlowed(never)).toBe(true);
    expect(asks(never, "drive.cut_back")).toBe(false);
    expect(asks(never, "drive.cut_out")).toBe(true);
    const { unseen, wrong, masked } = proofOf(never);
    expect(unseen.filter((one) => one.why === "redundant_with").map(faultName)).toContain(
      "sensor.drive_cut_back dead",
    );
    expect([...wrong, ...masked]).toEqual([]);
  });

  it("is asked, and proven, where it acts well below the other", () => {
    const both = withCuts(fitted, 2, 6);
    expect(shadowedOn(both).has("drive_cut_back")).toBe(false);
    expect(asks(both, "drive.cut_back")).toBe(true);
    const proof = proofOf(both);
    expect([...proof.wrong, ...proof.masked]).toEqual([]);
    expect(proof.seen.map(faultName)).toEqual(
      expect.arrayContaining(["sensor.drive_cut_back dead", "sensor.drive_cut_out dead"]),
    );
  });

  it("is asked, and held against nobody, where the sheet does not say which of the two is there", () => {
    const unknown = withCuts(undefined, 2, 2);
    expect(asks(unknown, "drive.cut_back")).toBe(true);
    const { wrong, masked } = proofOf(unknown);
    expect([...wrong, ...masked]).toEqual([]);
  });
});

describe("a part of what is not fitted", () => {
  it("is not fitted either, and a sheet that says otherwise is refused by name", () => {
    const boom: Sheet = demoSheets["dunmarrow-a12"];
    const without = (telescope: Sheet["features"]["tower_telescope"]): Sheet => ({
      ...boom,
      features: { ...boom.features, tower_boom: notFitted, tower_telescope: telescope },
    });
    expect(fitOf(without(undefined), "tower_telescope")).toBe("not_fitted");
    const problems = sheetSchema.safeParse(without(fitted)).error?.issues ?? [];
    expect(problems.map(({ message }) => message).join()).toMatch(
      /no tower_telescope on a machine without tower_boom; correct one of the two/,
    );
  });
});
