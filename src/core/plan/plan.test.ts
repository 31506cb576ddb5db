import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { checksOf } from "../catalogue/catalogue";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import type { Scope } from "../vocabulary/scope";
import type { PlanState } from "../vocabulary/state/values";
import { checkPlan } from "./checker/check-plan";
import { asChecked } from "./checker/steps";
import { canBeFound, foundKinds, foundState, foundStowed } from "./found";
import { costOf, planInspection, planWithBound } from "./plan";
import { everythingAtHand } from "./possible";
import { whyRetested } from "./scope";
import type { PlanInput } from "./types";

const base: Omit<PlanInput, "sheet"> = { scope: { kind: "full" }, practice: usualPractice };
const sheets = Object.entries<Sheet>(demoSheets);
const idsOf = (input: PlanInput) => planInspection(input).checks.map((c) => c.definition.id);

describe("planInspection", () => {
  it.each(sheets)(
    "plans %s for every scope and every way it may be found, and breaks no rule",
    (_id, sheet) => {
      const scopes: readonly Scope[] = [
        { kind: "full" },
        { kind: "check_in" },
        { kind: "transport" },
        { kind: "after_transport" },
        { kind: "retest", parts: ["hydraulic_unit"], checks: [] },
      ];
      for (const scope of scopes) {
        for (const kind of foundKinds.filter((k) => canBeFound(sheet, k))) {
          const atHand = { ...everythingAtHand, key: kind !== "key_missing" };
          const input = { ...base, sheet, scope, found: foundState(sheet, [kind]), atHand };
          const plan = planInspection(input);
          expect({ kind, scope: scope.kind, broken: checkPlan(input, asChecked(plan.steps)) }).toEqual({
            kind,
            scope: scope.kind,
            broken: [],
          });
          expect(plan.checks.length).toBeGreaterThan(0);
        }
      }
    },
  );

  it("gives the same plan twice, and states its cost as the sum of its steps", () => {
    const input = { ...base, sheet: articulatingBoomSheet };
    const [one, two] = [
      planInspection(input),
      planInspection({ ...input, sheet: { ...articulatingBoomSheet } }),
    ];
    expect(two.steps.map((s) => s.id)).toEqual(one.steps.map((s) => s.id));
    expect(one.cost).toEqual(costOf(one.steps));
    expect(one.minutes).toBeCloseTo(one.cost.minutes, 9);
    const { gap, lowerBound, ...bounded } = planWithBound(input);
    expect(bounded).toEqual(one);
    expect(gap).toBeCloseTo(1 - lowerBound / one.minutes, 9);
    expect(gap).toBeGreaterThanOrEqual(0);
  });

  it("holds every check of the catalogue exactly once when the scope is full", () => {
    for (const [, sheet] of sheets) {
      const keys = planInspection({ ...base, sheet, ending: "parked" }).checks.map((c) => c.key);
      expect([...keys].sort()).toEqual(
        checksOf(sheet)
          .filter(
            ({ definition }) =>
              !["transport", "survey"].includes(definition.phase) && definition.foundRaised !== true,
          )
          .map((c) => c.key)
          .sort(),
      );
      expect(keys.length).toBeGreaterThan(50);
    }
  });

  it("takes no more minutes for a step than this yard has taken, where that is known", () => {
    const input = { ...base, sheet: slabScissorSheet };
    const before = planInspection(input);
    const learned = planInspection({ ...input, minutes: { "doc.manual": 2.4 } });
    expect(learned.minutes - before.minutes).toBeCloseTo(2.4 - 0.16, 9);
  });
});

describe("what is at hand", () => {
  const input = { ...base, sheet: slabScissorSheet };

  it("says before the walk starts what cannot be tested, and why", () => {
    const alone = planInspection({ ...input, atHand: { people: 1, missing: ["ramp"], key: true } });
    const reasons = Object.fromEntries(
      alone.incomplete.map(({ check, reason }) => [check.definition.id, reason]),
    );
    // Alone a small scissor can be done whole; what lacks its ramp cannot.
    expect(reasons).toEqual({
      "tilt.alarm": { why: "not_at_hand", thing: "ramp" },
    });
    const boomAlone = planInspection({
      ...input,
      sheet: articulatingBoomSheet,
      found: foundStowed(articulatingBoomSheet),
      atHand: { people: 1, missing: [], key: true },
    });
    expect(boomAlone.incomplete.map((i) => [i.check.definition.id, i.reason.why])).toEqual([
      ["axle.lockout", "no_assistant"],
    ]);
    expect(alone.carry).not.toContain("ramp");
    expect(alone.checks.some((c) => c.definition.id === "tilt.alarm")).toBe(false);
  });

  it("looks at everything and operates nothing without the key", () => {
    const plan = planInspection({ ...input, atHand: { ...everythingAtHand, key: false } });
    expect(plan.checks.some((c) => c.definition.id === "wheel.nuts")).toBe(true);
    expect(plan.checks.some((c) => c.definition.powered === true)).toBe(false);
    expect(new Set(plan.incomplete.map((i) => i.reason.why))).toContain("no_key");
  });

  it("uses one slope for brake hold and tilt where its grade serves both, and two places where no ramp is there", () => {
    const inclines = (i: PlanInput) =>
      planInspection(i).steps.flatMap((s) =>
        s.kind !== "check" && s.change.variable === "incline" ? [s.change.to] : [],
      );
    expect(inclines(input).filter((to) => to === "one_slope")).toHaveLength(1);
    const unknown = { ...slabScissorSheet, figures: {} };
    expect(inclines({ ...input, sheet: unknown })).toEqual(expect.arrayContaining(["slope", "beyond_trip"]));
  });
});

describe("as found", () => {
  it("looks from below first where a boom is found in the air, then confirms the ground, then lowers it", () => {
    const found = foundState(articulatingBoomSheet, ["raised"]);
    const steps = planInspection({ ...base, sheet: articulatingBoomSheet, found }).steps;
    const at = (test: (text: string) => boolean) =>
      steps.findIndex((s) =>
        test(s.kind === "check" ? s.check.definition.id : `${s.change.variable}>${s.change.to}`),
      );
    // Eyes first, nothing switched on; the panel is seen to die; then the auxiliary, and never the main pump.
    const order = [
      "raised.from_outside",
      "platform.lowest_hoop",
      "disconnect>on",
      "ground.stop_button",
      "ground.auxiliary",
      "hydraulic.level",
      "engine>running",
    ].map((wanted) => at((t) => t === wanted || (wanted === "engine>running" && t === "posture>raised")));
    expect(order.every((place) => place >= 0)).toBe(true);
    expect([...order].sort((a, b) => a - b)).toEqual(order);
  });

  it("lets a scissor found in the air down onto its prop where it stands, once it is seen not to creep", () => {
    const found = foundState(slabScissorSheet, ["raised"]);
    const ids = planInspection({ ...base, sheet: slabScissorSheet, found }).steps.map((s) =>
      s.kind === "check" ? s.check.definition.id : `${s.change.variable}>${s.change.to}`,
    );
    const order = [
      "raised.from_outside",
      "lower.drift",
      "disconnect>on",
      "ground.stop_button",
      "prop>set",
      "ground.descent_valve",
      "stack.arms",
      "ground.rises_after_descent",
      "ground.stop_while_lowering",
      "posture>stowed",
      "wheel.tyre",
    ].map((wanted) => ids.indexOf(wanted));
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(ids.filter((id) => id === "posture>raised")).toEqual([]);
  });

  it("uncouples a hitched boom before its legs move, and opens the doors before an engine starts indoors", () => {
    const towable = demoSheets["dunmarrow-t12"];
    const changes = (kinds: Parameters<typeof foundState>[1]) =>
      planInspection({ ...base, sheet: towable, found: foundState(towable, kinds) }).steps.flatMap((s) =>
        s.kind === "check" ? [] : [`${s.change.variable}>${s.change.to}`],
      );
    const hitched = changes(["hitched"]);
    expect(hitched.indexOf("hitch>uncoupled")).toBeLessThan(hitched.indexOf("outriggers>out"));
    expect(hitched).toContain("hitch>uncoupled");
    const indoors = changes(["indoors"]);
    expect(indoors).toContain("air>open");
    expect(indoors.indexOf("air>open")).toBeLessThan(indoors.indexOf("engine>running"));
  });

  it("looks at what nobody has looked at before it trusts it", () => {
    const found = foundState(slabScissorSheet, ["unknown"]);
    const plan = planInspection({ ...base, sheet: slabScissorSheet, found });
    const looks = plan.steps.flatMap((s) =>
      s.kind !== "check" && s.change.from === "unknown" ? [s.change.variable] : [],
    );
    expect(looks).toEqual(expect.arrayContaining(["key", "stop.ground", "disconnect", "valve.descent"]));
  });

  it("says which goal it cannot reach, rather than plan the impossible", () => {
    const found: PlanState = { ...foundStowed(slabScissorSheet), posture: "raised", "stop.platform": "in" };
    const plan = planInspection({ ...base, sheet: slabScissorSheet, found });
    expect(plan.incomplete.some((i) => i.reason.why === "out_of_reach")).toBe(true);
  });
});

describe("planning anew midway", () => {
  const input = { ...base, sheet: articulatingBoomSheet };
  const plan = planInspection(input);
  const progressAt = (count: number, held: boolean) => {
    let state = foundStowed(articulatingBoomSheet);
    const upTo = plan.steps.slice(0, count);
    for (const step of upTo) {
      state =
        step.kind === "check"
          ? { ...state, ...step.check.definition.leaves }
          : { ...state, [step.change.variable]: step.change.to };
    }
    const stop = upTo.at(-1)?.stop;
    return {
      done: upTo.flatMap((s) => (s.kind === "check" ? [s.check.key] : [])),
      state,
      held,
      ...(stop === undefined ? {} : { stop }),
    };
  };

  it("keeps what was done and finds no worse an end, after any step", () => {
    for (let count = 1; count < plan.steps.length; count += 9) {
      const progress = progressAt(count, false);
      const rest = planInspection({ ...input, progress });
      const done = new Set(progress.done);
      expect(rest.checks.some((c) => done.has(c.key))).toBe(false);
      expect(rest.checks.length + done.size).toBe(plan.checks.length);
      // The walk already gone is gone; what is left is planned at least as well as it was.
      expect(rest.cost.minutes).toBeLessThanOrEqual(costOf(plan.steps.slice(count)).minutes + 0.35);
    }
  });

  it("operates nothing after a finding that stops the machine, and still looks at what can be looked at", () => {
    const early = planInspection({ ...input, progress: progressAt(20, true) });
    expect(early.checks.some((c) => c.definition.powered === true)).toBe(false);
    expect(early.checks.length).toBeGreaterThan(20);
    expect(early.incomplete.every((i) => i.reason.why === "held")).toBe(true);
    const raised = plan.steps.findIndex((s) => s.kind !== "check" && s.change.to === "raised") + 1;
    const aloft = planInspection({ ...input, progress: progressAt(raised, true) });
    const changes = aloft.steps.flatMap((s) =>
      s.kind === "check" ? [] : [`${s.change.variable}>${s.change.to}`],
    );
    expect(changes[0]).toBe("posture>stowed");
    expect(changes).toEqual(
      expect.arrayContaining(["engine>off", "key>off", "stop.ground>in", "disconnect>off"]),
    );
  });
});

describe("a re-test", () => {
  const sheet = articulatingBoomSheet;
  const rotate = checksOf(sheet).find((c) => c.definition.id === "move.platform.rotate.left")!;

  it("holds the repaired movement at both stations, the stop buttons and the lowering, and no more than it must", () => {
    const scope = { kind: "retest", parts: ["platform_switch"], checks: [rotate.key] } as const;
    const ids = idsOf({ ...base, sheet, scope });
    expect(ids).toEqual(
      expect.arrayContaining([
        "move.ground.rotate.left",
        "move.platform.rotate.right",
        "ground.stop_button",
        "platform.stop_button",
        "ground.auxiliary",
        "area.test",
      ]),
    );
    expect(ids).not.toContain("move.ground.swing.left");
    expect(ids).not.toContain("wheel.nuts");
  });

  it("takes in, by the model, every movement a disturbed part bears on, and says why", () => {
    const scope = {
      kind: "retest",
      parts: ["hydraulic_unit"],
      disturbed: ["tilt_sensor"],
      checks: [],
    } as const;
    const why = whyRetested(scope, checksOf(sheet), sheet);
    const swing = checksOf(sheet).find((c) => c.definition.id === "move.ground.swing.left")!;
    expect(why.get(swing.key)).toContainEqual({
      because: "depends_on",
      part: "hydraulic_unit",
      component: "pump.main",
      how: "repaired",
    });
    const tilt = checksOf(sheet).find((c) => c.definition.id === "tilt.alarm")!;
    expect(why.get(tilt.key)).toContainEqual({ because: "looks_at", part: "tilt_sensor", how: "disturbed" });
    const stop = checksOf(sheet).find((c) => c.definition.id === "ground.stop_button")!;
    expect(why.get(stop.key)).toContainEqual({ because: "always" });
  });
});
