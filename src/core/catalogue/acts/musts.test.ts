import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { buildMachine } from "../../machine/machine";
import type { Sheet } from "../../sheet/sheet";
import { type Check, checksOf } from "../catalogue";
import { mustsOf } from "./musts";

const sheets = Object.values<Sheet>(demoSheets);
const check = (sheet: Sheet, id: string): Check => {
  const found = checksOf(sheet).find(({ definition }) => definition.id === id);
  if (found === undefined) throw new Error(`expected ${id} on ${sheet.model}`);
  return found;
};

describe("what a test must show", () => {
  it.each([
    ["ground.still_without_enable", ["stay"]],
    ["ground.stop_button", ["die", "stay", "light"]],
    ["platform.enable_time_out", ["stay", "move", "stop"]],
    ["platform.pedal_start", ["not_start"]],
    ["drive.brake_hold", ["move", "stop", "hold"]],
    ["wheel.tyre", []],
  ])("%s: %o", (id, musts) => {
    expect(mustsOf(demoSheets["calder-vey-kb160"], check(demoSheets["calder-vey-kb160"], id))).toEqual(musts);
  });

  it("says of everything an interlock must hold back or slow that it must", () => {
    const unsaid = sheets.flatMap((sheet) => {
      const { interlocks, functions } = buildMachine(sheet);
      const drives = functions.some(({ group }) => group === "drive");
      const has = new Set(
        interlocks.map(({ id }) => id).filter((id) => drives || id !== "no_drive_on_auxiliary"),
      );
      return checksOf(sheet)
        .filter(
          ({ definition: { tries = [], powered } }) => powered === true && tries.some((id) => has.has(id)),
        )
        .filter((one) => mustsOf(sheet, one).length === 0)
        .map(({ definition }) => `${sheet.model} ${definition.id}`);
    });
    expect(unsaid).toEqual([]);
  });
});
