import { describe, expect, it } from "vitest";
import { randomCase, randomProgress } from "@/demo/random-input";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { checksOf } from "../../catalogue/catalogue";
import type { Sheet } from "../../sheet/sheet";
import { featureIds } from "../../vocabulary/features";
import { usualPractice } from "../../vocabulary/practice";
import { seeded } from "../../vocabulary/seeded";
import type { PlanId } from "../../vocabulary/state/values";
import { type FoundKind, foundKinds, foundState } from "../found";
import { planInspection, planWithBound } from "../plan";
import { everythingAtHand } from "../possible";
import type { PlanInput } from "../types";
import { checkPlan } from "./check-plan";
import type { CheckedStep } from "./replay";
import { asChecked } from "./steps";

const sheets: Readonly<Record<string, Sheet>> = demoSheets;
const input = (sheet: string, more: Partial<PlanInput> = {}): PlanInput => ({
  sheet: sheets[sheet] as Sheet,
  scope: { kind: "full" },
  practice: usualPractice,
  ...more,
});
const found = (sheet: string, ...ways: FoundKind[]) => foundState(sheets[sheet] as Sheet, ways);
const planned = (wanted: PlanInput) => asChecked(planInspection(wanted).steps);
const rulesOf = (wanted: PlanInput, steps: readonly CheckedStep[]) => [
  ...new Set(checkPlan(wanted, steps).map((violation) => violation.rule)),
];

describe("plans of random machines", () => {
  const runs = 150;
  const seen = new Map<string, number>();
  const count = (thing: string) => seen.set(thing, (seen.get(thing) ?? 0) + 1);

  it(`break no rule: ${runs} sheets, found states and practices, and as many planned anew midway`, () => {
    for (let seed = 0; seed < runs; seed++) {
      const random = seeded(seed);
      const { input: wanted, found: ways } = randomCase(random);
      const plan = planWithBound(wanted);
      expect({ seed, broken: checkPlan(wanted, asChecked(plan.steps)) }).toEqual({ seed, broken: [] });
      expect(plan.lowerBound).toBeLessThanOrEqual(plan.cost.minutes + 1e-9);
      const progress = randomProgress(random, wanted, plan.steps);
      const midway = { ...wanted, progress };
      const rest = planInspection(midway);
      expect({ seed, broken: checkPlan(midway, asChecked(rest.steps)) }).toEqual({ seed, broken: [] });
      for (const way of ways) count(`found ${way}`);
      for (const feature of featureIds) {
        if (["fitted", "unknown"].includes(wanted.sheet.features[feature]?.fit ?? "")) count(feature);
      }
    }
  });

  it("have every feature and every found state among them", () => {
    const wanted = [...featureIds, ...foundKinds.map((kind) => `found ${kind}`)];
    expect(wanted.filter((thing) => (seen.get(thing) ?? 0) < runs / 150)).toEqual([]);
  });
});

/** Edits of a sound plan, each breaking one rule. */
const without = (steps: readonly CheckedStep[], start: string) =>
  steps.filter((step) => !(step.checkId ?? step.id).startsWith(start));
const change = (variable: string, to: string): CheckedStep => ({
  id: `planted.${variable}.${to}`,
  kind: "change",
  leaves: { [variable]: to },
});
const at = (steps: readonly CheckedStep[], start: string): number => {
  const index = steps.findIndex((step) => (step.checkId ?? step.id).startsWith(start));
  if (index === -1) throw new Error(`no step starts with ${start}`);
  return index;
};
const before = (steps: readonly CheckedStep[], start: string, ...more: CheckedStep[]) =>
  steps.toSpliced(at(steps, start), 0, ...more);
/** The step moved to just before another, or to the end. */
const moved = (steps: readonly CheckedStep[], what: string, to: string) => {
  const step = steps[at(steps, what)] as CheckedStep;
  const rest = steps.filter((s) => s !== step);
  return to === "end" ? [...rest, step] : before(rest, to, step);
};
const dropChange = (steps: readonly CheckedStep[], variable: PlanId, to: string, which = 0) => {
  const hits = steps.filter((s) => s.leaves?.[variable] === to);
  return steps.filter((s) => s !== hits.at(which));
};

type Planted = readonly [
  rule: string,
  input: PlanInput,
  edit: (steps: readonly CheckedStep[]) => readonly CheckedStep[],
];
const scissor = input("dunmarrow-s24");
const rough = input("pellbridge-rt33");
const boom = input("calder-vey-kb160");
const big = input("pellbridge-tb28");
const towable = input("dunmarrow-t12");
const raised = (id: DemoSheetId): PlanInput => input(id, { found: foundState(demoSheets[id], ["raised"]) });
const held = (sheet: string): PlanInput => {
  const state = found(sheet, "stowed");
  return input(sheet, { progress: { done: [], state, held: true } });
};

const plantings: readonly Planted[] = [
  ["no_such_check", scissor, (s) => [{ id: "x", kind: "check", checkId: "wings.flap@rails.v1" }, ...s]],
  [
    "not_in_scope",
    input("dunmarrow-s24", { scope: { kind: "check_in" } }),
    (s) => before(s, "park.place", { id: "x", kind: "check", checkId: "place.ground@workplace.v1" }),
  ],
  ["twice", scissor, (s) => before(s, "wheel.nuts", s[at(s, "doc.manual")] as CheckedStep)],
  ["missing", scissor, (s) => without(s, "wheel.nuts@wheel_rear_left")],
  [
    "cannot_be_made",
    input("dunmarrow-s24", { atHand: { ...everythingAtHand, missing: ["timber"] } }),
    () => planned(scissor),
  ],
  ["need_not_met", scissor, (s) => dropChange(s, "prop", "set")],
  ["changes_nothing", scissor, (s) => [{ id: "x", kind: "change" }, ...s]],
  ["left_open", input("dunmarrow-s24", { ending: "parked" }), (s) => dropChange(s, "disconnect", "off", -1)],
  ["left_open", scissor, (s) => dropChange(s, "incline", "level", -1)],
  ["arm_under_platform", scissor, (s) => dropChange(s, "disconnect", "off")],
  ["area_not_confirmed", scissor, (s) => without(s, "area.test")],
  ["no_such_variable", scissor, (s) => [change("wings", "out"), ...s]],
  ["operated_while_held", held("dunmarrow-s24"), (s) => [...s, change("posture", "raised")]],
  ["no_power", scissor, (s) => dropChange(s, "stop.platform", "out")],
  [
    "key_elsewhere",
    boom,
    (s) => [...s, change("disconnect", "on"), change("key", "platform"), change("engine", "running")],
  ],
  ["prop_in_the_way", scissor, (s) => dropChange(s, "prop", "parked")],
  ["axles_in", big, (s) => dropChange(s, "axles", "out")],
  ["off_its_legs", towable, (s) => dropChange(s, "outriggers", "out")],
  [
    "hitched",
    input("dunmarrow-t12", { found: found("dunmarrow-t12", "hitched") }),
    (s) => dropChange(s, "hitch", "uncoupled"),
  ],
  ["raised_on_a_slope", scissor, (s) => before(s, "tilt.alarm", change("posture", "clear"))],
  ["gate_open", boom, (s) => before(s, "platform.horn", change("gate", "open"))],
  ["not_tied_on", boom, (s) => dropChange(s, "harness", "clipped")],
  ["sets_before_stop", big, (s) => moved(s, "platform.stop_button", "platform.horn")],
  ["leg_pins", towable, (s) => dropChange(s, "legPins", "operate")],
  ["no_mats", towable, (s) => dropChange(s, "mats", "laid")],
  ["rides_before_lowering", boom, (s) => moved(s, "ground.auxiliary", "platform.auxiliary")],
  ["climbs_while_raised", scissor, (s) => before(s, "ground.lowering_alarm", change("who", "platform"))],
  ["boards_before_rails", scissor, (s) => [change("who", "platform"), change("who", "ground"), ...s]],
  ["prop_moved", scissor, (s) => [change("prop", "set"), ...s]],
  ["moved_while_raised", rough, (s) => before(s, "ground.lowering_alarm", change("outriggers", "in"))],
  ["driven_on_legs", rough, (s) => before(s, "drive.legs_down", change("incline", "block"))],
  [
    "fumes",
    input("calder-vey-kb160", { found: found("calder-vey-kb160", "indoors") }),
    (s) => dropChange(s, "air", "open"),
  ],
  ["out_of_hand", scissor, (s) => before(s, "platform.horn", change("disconnect", "off"))],
  [
    "no_key",
    input("dunmarrow-s24", { atHand: { ...everythingAtHand, key: false } }),
    (s) => [change("key", "ground"), ...s],
  ],
  ["supply_cut_running", boom, (s) => before(s, "ground.still_without_enable", change("disconnect", "off"))],
  ["tag_first", scissor, (s) => moved(s, "doc.tag_and_log", "end")],
  ["documents_first", scissor, (s) => moved(s, "doc.handbooks", "rails.condition")],
  [
    "documents_last",
    input("dunmarrow-s24", { practice: { ...usualPractice, documents: "last" } }),
    (s) => moved(s, "doc.manual", "rails.condition"),
  ],
  [
    "read_before_tests",
    input("dunmarrow-s24", { practice: { ...usualPractice, documents: "last" } }),
    (s) => moved(s, "doc.manual", "platform.horn"),
  ],
  [
    "survey_first",
    input("dunmarrow-s24", { practice: { ...usualPractice, survey: "first" } }),
    (s) => moved(s, "place.ground", "park.papers"),
  ],
  ["survey_last", scissor, (s) => moved(s, "place.ground", "rails.condition")],
  ["look_before_test", scissor, (s) => moved(s, "wheel.nuts@wheel_rear_left", "park.papers")],
  [
    "read_cold",
    input("dunmarrow-s24", { practice: { ...usualPractice, look: "as_you_pass" } }),
    (s) => moved(s, "hydraulic.level", "platform.horn"),
  ],
  ["stop_first", scissor, (s) => moved(s, "ground.stop_button", "platform.horn")],
  ["panel_first", scissor, (s) => moved(s, "ground.lamps", "platform.horn")],
  ["still_first", scissor, (s) => moved(s, "ground.still_without_enable", "platform.horn")],
  ["platform_stop_first", scissor, (s) => moved(s, "platform.stop_button", "drive.stopping")],
  [
    "auxiliary_first",
    input("calder-vey-kb160", { practice: { ...usualPractice, auxiliary: "first" } }),
    (s) => moved(s, "ground.auxiliary", "platform.horn"),
  ],
  ["stop_then_auxiliary", boom, (s) => moved(s, "ground.stop_while_lowering", "platform.horn")],
  ["ground_before_platform", scissor, (s) => moved(s, "platform.horn", "ground.lowering_alarm")],
  ["looks_before_boarding", scissor, (s) => moved(s, "wheel.nuts@wheel_rear_left", "drive.stopping")],
  ["drive_after_platform", scissor, (s) => moved(s, "platform.horn", "drive.brake_hold")],
  ["drive_low_first", scissor, (s) => moved(s, "drive.stopping", "drive.brake_hold")],
  ["raised_over_timber", scissor, (s) => before(s, "guard.block_left", change("posture", "raised"))],
  ["driven_over_timber", scissor, (s) => dropChange(s, "timber", "none")],
  ["covers_last", scissor, (s) => moved(s, "covers.latched", "hydraulic.level")],
  ["covers_open", scissor, (s) => moved(s, "covers.latched", "end")],
  ["slopes_last", scissor, (s) => moved(s, "drive.stopping", "end")],
  [
    "raised_looks_first",
    input("calder-vey-kb160", { found: found("calder-vey-kb160", "raised") }),
    (s) => moved(s, "platform.bracket", "rails.condition"),
  ],
  ["valve_onto_prop", scissor, (s) => moved(s, "stack.arms", "ground.descent_valve")],
  ["rises_again", scissor, (s) => moved(s, "ground.rises_after_descent", "stack.arms")],
  ["remote_first", input("calder-vey-sp15"), (s) => moved(s, "remote.lead", "park.papers")],
  ["creep_first", raised("dunmarrow-s24"), (s) => moved(s, "lower.drift", "stack.arms")],
  [
    "lowered_before_stop",
    raised("dunmarrow-s24"),
    (s) => before(s, "ground.stop_button", change("posture", "stowed")),
  ],
  ["park_last", scissor, (s) => moved(s, "park.papers", "rails.condition")],
  ["comes_back", scissor, (s) => moved(s, "wheel.nuts@wheel_rear_right", "rails.condition")],
];

describe("the checker", () => {
  it.each(plantings)("finds %s when it is planted, and nothing in the plan before", (rule, wanted, edit) => {
    const sound = planned(wanted);
    expect(checkPlan(wanted, sound)).toEqual([]);
    expect(rulesOf(wanted, edit(sound))).toContain(rule);
  });

  it("reads steps in any order, from anybody, without falling over", () => {
    const steps = [...planned(scissor)].reverse();
    expect(rulesOf(scissor, steps).length).toBeGreaterThan(8);
    expect(rulesOf(scissor, [])).toEqual(["missing"]);
  });

  it("knows every check of the catalogue a plan may name", () => {
    for (const sheet of Object.values(sheets)) {
      const keys = new Set(checksOf(sheet).map((check) => check.key));
      expect(keys.size).toBe(checksOf(sheet).length);
    }
  });
});
