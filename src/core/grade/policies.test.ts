import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { checksOf } from "../catalogue/catalogue";
import { defaultPolicy } from "../vocabulary/policy";
import { gradeFinding, noContext } from "./grade";

const checks = [...checksOf(slabScissorSheet), ...checksOf(articulatingBoomSheet)];

function gradeOf(id: string, condition: string, grading: "strict" | "graded" | "log_book"): string {
  const check = checks.find((c) => c.definition.id === id);
  const rule = check?.conditions[condition];
  if (rule === undefined) throw new Error(`no ${id}/${condition}`);
  return gradeFinding({ check: id, condition, rule }, { ...defaultPolicy, grading }, noContext).grade;
}

/** Written by hand from practice: what takes a lift out of service however the yard grades. */
const alwaysOut: readonly (readonly [string, string])[] = [
  ["wheel.tyre", "cord_showing"],
  ["wheel.tyre", "rim_cracked"],
  ["wheel.nuts", "nut_missing"],
  ["wheel.hub", "leak_running"],
  ["frame.welds", "cracked"],
  ["counterweight.bolts", "bolt_missing"],
  ["hydraulic.unit", "leak_running"],
  ["hydraulic.hoses", "reinforcement_showing"],
  ["hydraulic.hoses", "leak_running"],
  ["fuel.lines", "leak_running"],
  ["ring.teeth", "tooth_missing"],
  ["ring.teeth", "bolt_missing"],
  ["tower.structure", "cracked"],
  ["main.structure", "cracked"],
  ["jib.structure", "cracked"],
  ["stack.arms", "cracked"],
  ["platform.lowest_hoop", "damaged"],
  ["platform.rotator_bolts", "bolt_sheared"],
  ["platform.rotator_bolts", "bolt_missing"],
  ["rails.condition", "cracked"],
  ["rails.condition", "saw_cut"],
  ["platform.gate", "does_not_latch"],
  ["platform.anchors", "cracked"],
  ["doc.capacity_plate", "missing"],
  ["doc.manual", "missing"],
  ["doc.manual", "wrong_model"],
  ["doc.examination", "overdue"],
  ["ground.stop_button", "stays_live"],
  ["platform.stop_button", "stays_live"],
  ["ground.stop_while_lowering", "did_not_stop"],
  ["platform.stop_while_lowering", "engine_ran_on"],
  ["ground.still_without_enable", "moved"],
  ["platform.still_without_enable", "moved"],
  ["platform.enable_time_out", "moved"],
  ["platform.enable_let_go", "did_not_stop"],
  ["platform.pedal_start", "cranked"],
  ["ground.descent_valve", "does_not_lower"],
  ["ground.auxiliary", "did_not_move"],
  ["platform.auxiliary", "did_not_move"],
  ["guard.bars", "bent"],
  ["guard.block_left", "drove"],
  ["guard.block_right", "drove"],
  ["tilt.alarm", "no_alarm"],
  ["drive.brake_hold", "rolled"],
  ["drive.stopping", "too_long"],
  ["axle.lockout", "came_down"],
  ["drive.cut_back", "full_speed"],
  ["drive.direction_confirm", "drove_without"],
  ["platform.crush_guard", "no_reaction"],
  ["move.ground.lift.up", "wrong_way"],
  ["move.platform.main.down", "did_not_stop"],
  ["battery.posts", "defeated"],
  ["platform.gate", "defeated"],
];

/** May work on under standard grading, and not where any damage tags out. */
const betweenPolicies: readonly (readonly [string, string, "watch" | "repair_by"])[] = [
  ["hydraulic.hoses", "cover_cracked", "watch"],
  ["wheel.tyre", "gouge", "watch"],
  ["wheel.hub", "weep", "watch"],
  ["rails.condition", "scuffed", "watch"],
  ["doc.decals", "unreadable", "repair_by"],
  ["doc.handbooks", "missing", "repair_by"],
  ["covers.latched", "latch_broken", "repair_by"],
  ["move.platform.jib.up", "slow", "repair_by"],
  ["move.platform.jib.up", "intermittent", "watch"],
  ["platform.horn", "silent", "repair_by"],
  ["engine.air_filter", "indicator_red", "repair_by"],
];

describe("the grading policies", () => {
  it.each(alwaysOut)("%s %s is out of service under all three", (id, condition) => {
    expect(
      ["strict", "graded", "log_book"].map((policy) => gradeOf(id, condition, policy as "strict")),
    ).toEqual(["tag_out", "tag_out", "tag_out"]);
  });

  it.each(betweenPolicies)("%s %s may wait under standard grading only", (id, condition, grade) => {
    expect(gradeOf(id, condition, "graded")).toBe(grade);
    expect(gradeOf(id, condition, "log_book")).toBe(grade);
    expect(gradeOf(id, condition, "strict")).toBe("tag_out");
  });

  it("what no condition names takes a unit out of service on every part, whatever the owner has ruled", () => {
    for (const { definition, conditions } of checks.filter(
      ({ definition: { station } }) => station !== "survey",
    )) {
      const rule = conditions["something_else"] ?? expect.fail(`${definition.id} names everything`);
      const found = { check: definition.id, condition: "something_else", rule };
      for (const grading of ["strict", "graded", "log_book"] as const) {
        const rules = { [`${definition.id}/something_else`]: "watch" } as const;
        expect(gradeFinding(found, { ...defaultPolicy, grading, rules }, noContext).grade).toBe("tag_out");
      }
    }
  });

  it("a matter of the place never grades the machine, whatever the policy", () => {
    for (const policy of ["strict", "graded", "log_book"] as const) {
      expect(gradeOf("place.weather", "wind", policy)).toBe("watch");
      expect(gradeOf("place.overhead", "power_line", policy)).toBe("watch");
    }
  });
});
