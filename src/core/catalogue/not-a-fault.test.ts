import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { checksOf } from "./catalogue";
import { notFaults, notFaultsOf } from "./not-a-fault";

const sheets = Object.values<Sheet>(demoSheets);
const told = (sheet: Sheet, id: string) => {
  const check = checksOf(sheet).find(({ definition }) => definition.id === id);
  if (check === undefined) throw new Error(`expected ${id} on ${sheet.model}`);
  return notFaultsOf(sheet, check);
};

describe("what is not a fault", () => {
  it("is told where somebody would take it for one, and nowhere else", () => {
    const boom: Sheet = demoSheets["calder-vey-kb160"];
    const scissor: Sheet = demoSheets["dunmarrow-s24"];
    expect(told(boom, "platform.horn")).toEqual(["horn_from_platform"]);
    expect(told(scissor, "move.platform.lift.down")).toEqual(["glides_to_a_stop", "lowering_at_full_speed"]);
    expect(told(scissor, "move.ground.lift.up")).toEqual(["glides_to_a_stop"]);
    expect(told(scissor, "move.platform.steer.left")).toContain("wheels_stay_turned");
    expect(told(scissor, "drive.brake_hold")).toEqual([]);
    expect(told(scissor, "wheel.nuts")).toEqual([]);
  });

  it("is each of it told at some check of some machine", () => {
    const all = new Set(
      sheets.flatMap((sheet) => checksOf(sheet).flatMap((check) => notFaultsOf(sheet, check))),
    );
    expect(notFaults.filter((one) => !all.has(one))).toEqual([]);
  });
});
