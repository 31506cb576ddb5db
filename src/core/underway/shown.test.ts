import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { narrowScissorSheet, slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { telescopicBoomSheet } from "@/demo/sheets/telescopic-booms";
import { mereStatesOf, swept } from "../../../tests/diagnose/mere-states";
import { checksOf } from "../catalogue/catalogue";
import type { Tried } from "../machine/rule-out";
import type { Sheet } from "../sheet/sheet";
import type { PlanState } from "../vocabulary/state/values";
import { checkFirst, type TestMade } from "./shown";

const madeOn = (sheet: Sheet, id: string, state?: PlanState, fine = true): TestMade => {
  const check = checksOf(sheet).find(({ definition }) => definition.id === id);
  if (check === undefined) throw new Error(`${sheet.model} has no check ${id}`);
  return { check, state: state ?? check.definition.needs, fine };
};

describe("what is checked first", () => {
  const up: Tried = { station: "platform", function: "lift", direction: "up" };
  const raised: PlanState = { who: "platform", key: "platform", posture: "raised", incline: "level" };
  const first = (more: PlanState, ...made: readonly TestMade[]) =>
    checkFirst(slabScissorSheet, up, { ...raised, ...more }, made);
  const cameDown = madeOn(slabScissorSheet, "move.platform.lift.down", raised);

  it("has the tilt cut-out among it on a slope, raised, and a blocked guard where timber lies", () => {
    expect(first({ incline: "one_slope" })).toContain("tilt_refuses_lift");
    const drive: Tried = { station: "platform", function: "drive", direction: "forward" };
    expect(checkFirst(slabScissorSheet, drive, { ...raised, timber: "left" }, [])).toContain(
      "guards_not_locked",
    );
  });

  it("keeps what a movement could not show: axles that hold back a lift only above their angle", () => {
    const reached: PlanState = { who: "platform", key: "platform", posture: "stowed", axles: "out" };
    const out: Tried = { station: "platform", function: "telescope", direction: "out" };
    const main = madeOn(telescopicBoomSheet, "move.platform.main.up", reached);
    const telescope = madeOn(telescopicBoomSheet, "move.platform.telescope.out", reached);
    const asked = (...made: readonly TestMade[]) => checkFirst(telescopicBoomSheet, out, reached, made);
    expect(asked(main)).not.toContain("stop_button_in");
    expect(asked(main)).toContain("axles_in_telescope");
    expect(asked(main, telescope)).not.toContain("axles_in_telescope");
  });

  it("leaves out what a movement that came has just shown, and keeps what can slip anew each time", () => {
    expect(first({})).toEqual(expect.arrayContaining(["stop_button_in", "key_elsewhere", "enable_not_held"]));
    const after = first({}, cameDown);
    expect(after).not.toContain("stop_button_in");
    expect(after).not.toContain("key_elsewhere");
    expect(after).toContain("enable_not_held");
    // The valve holds back raising only: that it lowered shows nothing of it.
    expect(after).toContain("descent_valve_open");
  });

  it("believes no movement that did not come", () => {
    expect(first({}, { ...cameDown, fine: false })).toContain("stop_button_in");
  });

  it("doubts again what has been set otherwise since, and what a test has worked by itself", () => {
    const elsewhere = madeOn(slabScissorSheet, "move.ground.lift.up", {
      ...raised,
      who: "ground",
      key: "ground",
    });
    expect(first({}, cameDown, elsewhere)).toContain("key_elsewhere");
    const struck = madeOn(slabScissorSheet, "platform.stop_button", raised);
    const after = first({}, cameDown, struck);
    expect(after).toContain("stop_button_in");
    // Put back, the panel has checked itself anew.
    expect(after).toContain("self_check_running");
    expect(after).not.toContain("key_elsewhere");
  });

  it("tells one wrong setting of a control from another: driving shows nothing of the selector for the lift", () => {
    const drove = madeOn(slabScissorSheet, "move.platform.drive.forward", { ...raised, posture: "stowed" });
    expect(first({}, drove)).toContain("lift_not_selected");
    expect(first({}, cameDown)).not.toContain("lift_not_selected");
  });

  it("tells a flat battery from a low one: coming down excludes the one and not the other", () => {
    expect(first({})).toEqual(expect.arrayContaining(["battery_flat", "battery_low"]));
    const after = first({}, cameDown);
    expect(after).not.toContain("battery_flat");
    expect(after).toContain("battery_low");
  });

  it("begins with what is at hand where the person stands", () => {
    const aloft = first({});
    expect(aloft.indexOf("lift_not_selected")).toBeLessThan(aloft.indexOf("descent_valve_open"));
  });

  it("names no fault as a mere state", () => {
    for (const sheet of Object.values<Sheet>(demoSheets))
      for (const { definition } of checksOf(sheet)) {
        if (definition.test === undefined) continue;
        const offered = checkFirst(sheet, definition.test, definition.needs, []);
        expect(offered).not.toContain("rescue_stored");
        expect(offered).not.toContain("level_fault");
      }
  });

  it("has whatever was left otherwise among it, at the first movement that does not come", () => {
    const troubles = Object.values<Sheet>(demoSheets).flatMap((sheet) =>
      mereStatesOf(sheet).map((trouble) => ({ sheet, trouble })),
    );
    fc.assert(
      fc.property(fc.constantFrom(...troubles), ({ sheet, trouble }) => {
        expect(swept(sheet, trouble).missed).toEqual([]);
      }),
      { numRuns: 40 },
    );
    // Each has something to find.
    expect(swept(narrowScissorSheet, { variable: "key", value: "off" }).asked).toBeGreaterThan(0);
  });
});
