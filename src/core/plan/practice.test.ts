import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import type { PlanState } from "../vocabulary/state/values";
import { meansOf, reach } from "./changes";
import { foundStowed } from "./found";
import { planInspection } from "./plan";
import type { PlanInput } from "./types";

const base = {
  scope: { kind: "full" },
  practice: { ...usualPractice, start: "rear" },
} as const satisfies Omit<PlanInput, "sheet">;
const names = (input: PlanInput) =>
  planInspection(input).steps.map((s) =>
    s.kind === "check" ? s.check.definition.id : `${s.change.variable}>${s.change.to}`,
  );
const scissor = names({ ...base, sheet: slabScissorSheet });
const boom = names({ ...base, sheet: articulatingBoomSheet });

/** Both are there, and every one of the first comes before any of the second. */
function precedes(plan: readonly string[], first: string, second: string): boolean {
  return plan.includes(first) && plan.includes(second) && plan.lastIndexOf(first) < plan.indexOf(second);
}

/** Written by hand from practice, not from the planner. */
describe("the order practitioners follow", () => {
  it.each([
    ["a standing tag is looked for before anything", "doc.tag_and_log", "wheel.tyre"],
    ["hydraulic oil is read before the lift is raised", "hydraulic.level", "posture>raised"],
    ["the test area is confirmed before power", "area.test", "disconnect>on"],
    ["the stop button is proven before the lift is raised high", "ground.stop_button", "posture>raised"],
    ["without the enable comes before with it", "ground.still_without_enable", "move.ground.lift.up"],
    ["the prop is set before anyone looks inside", "prop>set", "stack.arms"],
    ["the valve lowers it onto the prop before anyone looks inside", "ground.descent_valve", "stack.pins"],
    ["it must rise again once the valve is shut", "stack.prop", "ground.rises_after_descent"],
    ["the prop is parked before it is lowered", "prop>parked", "posture>stowed"],
    ["emergency lowering is proven before anyone rides", "ground.descent_valve", "who>platform"],
    ["rails and gate pass before anyone steps in", "platform.gate", "who>platform"],
    ["the ground station comes before the platform", "move.ground.lift.down", "move.platform.lift.up"],
    ["drive tests come after the platform tests", "move.platform.lift.down", "move.platform.drive.forward"],
    ["slope tests come last of all driving", "guard.block_right", "drive.brake_hold"],
    ["tilt comes after the brake, on the same way out", "drive.brake_hold", "tilt.alarm"],
  ])("scissor: %s", (_words, first, second) => {
    expect(precedes(scissor, first, second)).toBe(true);
  });

  it.each([
    ["engine oil is read before the engine starts", "engine.oil", "engine>running"],
    ["coolant is read before the engine starts", "engine.coolant", "engine>running"],
    ["the lock pin is out before the turntable moves", "turntableLock>out", "move.ground.swing.left"],
    ["auxiliary is proven at the ground before anyone rides", "ground.auxiliary", "who>platform"],
    ["nobody works a boom from aloft without being tied on", "harness>clipped", "move.platform.main.up"],
    ["the harness is looked at before it is worn", "platform.harness", "harness>clipped"],
    ["the lanyard stays on until whoever wears it climbs out", "move.platform.main.up", "harness>off"],
    ["the harness is looked at before anyone climbs in", "platform.harness", "who>platform"],
    [
      "a start is refused with the pedal down before the platform is tried",
      "platform.pedal_start",
      "move.platform.swing.left",
    ],
    [
      "the stop is struck while lowering, then auxiliary finishes it",
      "ground.stop_while_lowering",
      "ground.auxiliary",
    ],
    ["axle lockout comes before the slopes", "axle.lockout", "drive.brake_hold"],
  ])("boom: %s", (_words, first, second) => {
    expect(precedes(boom, first, second)).toBe(true);
  });

  it("saves a move: whatever stopped the engine last, the auxiliary then finishes the lowering", () => {
    const auxiliary = boom.indexOf("ground.auxiliary");
    expect(["ground.stop_while_lowering", "ground.key_middle"]).toContain(boom[auxiliary - 1]);
    expect(boom.slice(0, auxiliary)).not.toContain("engine>off");
  });

  it("leaves it ready for whoever goes straight to work: key in the pocket while the place is surveyed, nothing put away", () => {
    for (const [plan, left] of [
      [scissor, ["who>ground", "key>off"]],
      [boom, ["who>ground", "engine>off", "key>off"]],
    ] as const) {
      const survey = plan.findIndex((step) => step.startsWith("place."));
      const off = plan.slice(0, survey).filter((step) => step.includes(">"));
      expect(off.slice(-left.length).sort()).toEqual([...left].sort());
      expect(plan.slice(survey).filter((step) => step.includes(">"))).toEqual([]);
      expect(plan).not.toContain("park.charging");
      expect(plan.at(-1)).toMatch(/^(park\.|place\.)/);
    }
  });

  it("parked, ends lowered, on the level, out of the platform, with keys and power off and the pin as found", () => {
    const parked = (sheet: Sheet) => names({ ...base, sheet, ending: "parked" });
    for (const [plan, ends] of [
      [
        parked(slabScissorSheet),
        ["who>ground", "key>off", "stop.ground>in", "stop.platform>in", "disconnect>off"],
      ],
      [
        parked(articulatingBoomSheet),
        [
          "who>ground",
          "engine>off",
          "key>off",
          "stop.ground>in",
          "stop.platform>in",
          "disconnect>off",
          "turntableLock>in",
        ],
      ],
    ] as const) {
      const changes = plan.filter((step) => step.includes(">"));
      // Out of the platform first, the supply last; between them whichever button is nearest.
      const last = changes.slice(-ends.length);
      expect(last[0]).toBe("who>ground");
      expect(last.at(-1)).toBe("disconnect>off");
      expect([...last].sort()).toEqual([...ends].sort());
    }
  });

  it("says what to carry and when a second pair of eyes is needed", () => {
    expect(planInspection({ ...base, sheet: slabScissorSheet })).toMatchObject({
      carry: ["ramp", "tape", "timber"],
      // Timber is laid with the lift down, and the guards are watched from aboard.
      needsAssistant: false,
    });
    expect(planInspection({ ...base, sheet: articulatingBoomSheet }).needsAssistant).toBe(true);
    const checkIn = planInspection({ ...base, sheet: articulatingBoomSheet, scope: { kind: "check_in" } });
    expect(checkIn.carry).toEqual(["rag"]);
    expect(checkIn.checks.some((c) => c.definition.station === "platform")).toBe(false);
  });

  it("follows the practice: documents or survey moved to the other end", () => {
    const late = names({
      ...base,
      sheet: slabScissorSheet,
      practice: { ...base.practice, documents: "last", survey: "first" },
    });
    expect(precedes(late, "wheel.tyre", "doc.manual")).toBe(true);
    expect(precedes(late, "place.ground", "wheel.tyre")).toBe(true);
  });
});

describe("reach", () => {
  const means = meansOf(articulatingBoomSheet, { key: true, held: false });
  const found = foundStowed(articulatingBoomSheet);

  it("changes nothing where the goal already holds", () => {
    expect(reach(means, found, { key: "off", posture: "stowed" }).changes).toEqual([]);
  });

  it("does first what a change needs: power before raising, lowering before climbing out", () => {
    const ready: PlanState = { ...found, testArea: "confirmed" };
    const raised = reach(means, ready, { posture: "raised" });
    expect(raised.changes.map((c) => c.variable)).toEqual(
      expect.arrayContaining(["disconnect", "key", "stop.ground", "stop.platform", "engine"]),
    );
    expect(raised.changes.at(-1)).toMatchObject({ variable: "posture", to: "raised" });
    const aloft = reach(means, { ...raised.state, posture: "stowed" }, { who: "platform" }).state;
    const up = reach(means, aloft, { posture: "raised" }).state;
    expect(up).toMatchObject({ who: "platform", key: "platform" });
    const down = reach(means, up, { who: "ground" });
    expect(down.changes.map((c) => `${c.variable}>${c.to}`)).toEqual([
      "posture>stowed",
      "harness>off",
      "who>ground",
    ]);
  });

  it("never raises on ground nobody has confirmed", () => {
    expect(() => reach(means, found, { posture: "raised" })).toThrow(/testArea=confirmed/);
  });

  it("leaves alone what the machine does not have", () => {
    expect(reach(means, found, { prop: "set" }).changes).toEqual([]);
  });
});
