import { describe, expect, it } from "vitest";
import { otherPractice } from "@/demo/random-input";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import type { Act } from "../catalogue/acts/act";
import { canBeFound, type FoundKind, foundState } from "../plan/found";
import { planInspection } from "../plan/plan";
import type { PlanInput, PlanStep } from "../plan/types";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import type { State } from "../vocabulary/state/values";
import { along } from "./along";
import { type Failed, faultName, subjectOf } from "./faults";
import { type Proof, prove } from "./prove";
import { couldShow } from "./reads";
import { type Ran, run, type Shows, tellsApart } from "./run";

const sheetOf = (id: DemoSheetId): Sheet => demoSheets[id];

function planned(
  sheet: Sheet,
  kind: FoundKind = "stowed",
  more: Pick<Partial<PlanInput>, "practice" | "ending"> & { readonly people?: number } = {},
) {
  const found = foundState(sheet, [kind]);
  const { people = 2, practice = usualPractice, ending = "parked" } = more;
  const input: PlanInput = { sheet, scope: { kind: "full" }, practice, ending, found };
  return { found, steps: planInspection({ ...input, atHand: { people, missing: [], key: true } }).steps };
}

/** What is wrong with a walk, in a line each. */
const faulted = (proof: Proof): readonly string[] => [
  ...proof.wrong.map((w) => `wrong ${w.step}: ${w.expected}, got ${w.got}`),
  ...proof.masked.map((m) => `masked ${m.step}: ${m.claims.map(faultName).join(", ")}`),
  ...proof.hazards.map((h) => `hazard ${h.step}: ${h.component} ${h.mode} ${h.harm}`),
  ...proof.noWayHome.map((n) => `no way home ${n.step}: ${n.faults.join(", ")}`),
  ...proof.open.map((axis) => `open ${axis}`),
];

/** By hand: the least a full walk of each machine must see for certain. */
const mustSee: Readonly<Partial<Record<DemoSheetId, readonly string[]>>> = {
  "dunmarrow-s24": [
    "stop.ground dead",
    "stop.platform dead",
    "enable.ground stuck_on",
    "enable.platform stuck_on",
    "way.descent dead",
    "way.descent stuck_on",
    "actuator.lift leaking",
    "brakes dead",
    "brakes weak",
    "sensor.drive_cut_back dead",
    "sensor.drive_cut_back mis_set",
    "sensor.guards_not_locked dead",
    "sensor.disconnect_off dead",
    "lamp.tilt dead",
    "charger dead",
  ],
  "pellbridge-rt33": ["sensor.legs_needed_above_height dead", "sensor.legs_while_raised dead", "brakes dead"],
  "sorrel-v20": ["way.descent dead", "brakes dead", "actuator.lift leaking"],
  "sorrel-p6": [
    "caster_locks dead",
    "brake_pins dead",
    "sensor.crank_locked dead",
    "actuator.lift crossed",
    "way.hook_tool dead",
  ],
  "pellbridge-tb28": [
    "pump.auxiliary dead",
    "sensor.axles_in_telescope dead",
    "sensor.axles_in_lift dead",
    "sensor.axles_in_lift mis_set",
    "sensor.reach_limit mis_set",
    "sensor.direction_not_confirmed dead",
    "lamp.reach_good dead",
    "switch.platform.telescope crossed",
    "swing_brake dead",
  ],
  "dunmarrow-a12": ["sensor.tower_not_up dead", "sensor.tower_telescope_out dead", "actuator.tower leaking"],
  "calder-vey-kb160": ["sensor.crush_guard_pressed dead", "enable.platform dead", "swing_brake dead"],
  "dunmarrow-t10": [
    "sensor.legs_not_set dead",
    "sensor.boom_not_selected dead",
    "sensor.speed_key_not_held dead",
  ],
  "calder-vey-sp15": ["sensor.legs_down_no_travel dead", "enable.remote stuck_on", "stop.remote dead"],
  "pellbridge-v14": [
    "sensor.boom_in_cradle dead",
    "sensor.take_off_out dead",
    "sensor.legs_while_raised dead",
  ],
};

describe("a full walk with all means", () => {
  for (const [id, sheet] of Object.entries<Sheet>(demoSheets)) {
    it(`proves itself on ${id}: each test can fail, and none that fails hurts anybody`, () => {
      const { found, steps } = planned(sheet);
      const proof = prove(sheet, found, steps);
      expect(faulted(proof)).toEqual([]);
      expect(proof.unproven.map(faultName)).toEqual([]);
      const seen = new Set(proof.seen.map(faultName));
      expect((mustSee[id as DemoSheetId] ?? []).filter((name) => !seen.has(name))).toEqual([]);
    });
  }

  it.each([
    ["dunmarrow-s24", "raised"],
    ["pellbridge-tb22", "raised"],
    ["pellbridge-rt33", "on_outriggers"],
    ["dunmarrow-t12", "hitched"],
    ["pellbridge-v20", "on_outriggers"],
    ["sorrel-v20", "unknown"],
  ] as const)("proves itself on %s found %s, by another order and alone", (id, kind) => {
    const sheet = sheetOf(id);
    expect(canBeFound(sheet, kind)).toBe(true);
    const { found, steps } = planned(sheet, kind, { practice: otherPractice, people: 1, ending: "to_work" });
    expect(faulted(prove(sheet, found, steps))).toEqual([]);
  });

  it("leaves to whoever parks it what only shows there: the charger", () => {
    const sheet = sheetOf("dunmarrow-s24");
    const { found, steps } = planned(sheet, "stowed", { ending: "to_work" });
    const proof = prove(sheet, found, steps);
    expect(faulted(proof)).toEqual([]);
    expect(proof.unproven.map(faultName)).toEqual(["charger dead", "lamp.charging dead"]);
  });

  it("plants as many faults in each family as it has parts that can fail", () => {
    const least = {
      "dunmarrow-s24": 140,
      "pellbridge-tb28": 330,
      "calder-vey-sp18": 420,
      "sorrel-p6": 12,
    } as const;
    for (const [id, count] of Object.entries(least))
      expect(subjectOf(sheetOf(id as DemoSheetId)).failed.length, id).toBeGreaterThanOrEqual(count);
  });
});

const without = (steps: readonly PlanStep[], drop: (step: PlanStep) => boolean) =>
  steps.filter((s) => !drop(s));
const changes = (step: PlanStep, variable: string, to: string) =>
  step.kind !== "check" && step.change.variable === variable && step.change.to === to;
const isCheck = (step: PlanStep, pattern: RegExp) =>
  step.kind === "check" && pattern.test(step.check.definition.id);

/** A walk spoilt by hand, and what the proof must say of it. */
const planted: readonly [
  name: string,
  sheet: DemoSheetId,
  spoil: (steps: readonly PlanStep[]) => readonly PlanStep[],
  found: (proof: Proof) => readonly string[],
  expected: RegExp,
][] = [
  [
    "a telescope tried with its axles in",
    "pellbridge-tb28",
    (s) => without(s, (step) => changes(step, "axles", "out")),
    (p) => p.wrong.map((w) => `${w.step} ${w.got}`),
    /move\.ground\.telescope\.out.*axles_in_telescope/,
  ],
  [
    "enables tried off its legs, where everything refuses",
    "dunmarrow-t10",
    (s) => without(s, (step) => changes(step, "outriggers", "out")),
    (p) => p.masked.map((m) => m.step),
    /platform\.still_without_enable/,
  ],
  [
    "axles set from the platform, its stop still to be proven",
    "pellbridge-tb28",
    (s) => {
      const stop = s.filter((step) => isCheck(step, /^platform\.stop_button$/));
      const rest = without(s, (step) => stop.includes(step));
      const horn = rest.findIndex((step) => isCheck(step, /^platform\.horn$/));
      return [...rest.slice(0, horn), ...stop, ...rest.slice(horn)];
    },
    (p) => p.hazards.map((h) => `${h.step} ${h.component} ${h.mode} ${h.harm}`),
    /axles\.out (switch\.platform\.axles|coil\.axles\.out) stuck_on does_not_stop/,
  ],
  [
    "a slope before any brake is proven",
    "dunmarrow-s24",
    (s) =>
      without(s, (step) =>
        isCheck(step, /^(ground\.(brake|free)|drive\.(?!brake_hold)|move\.platform\.(drive|steer))/),
      ),
    (p) => p.hazards.map((h) => `${h.step} ${h.component} ${h.mode} ${h.harm}`),
    /incline\.\w+ brakes dead rolls/,
  ],
  [
    "somebody raised before the ways down are proven",
    "calder-vey-kb160",
    (s) => without(s, (step) => isCheck(step, /^(ground|move\.ground|lower|stop)\./)),
    (p) => p.hazards.map((h) => `${h.component} ${h.mode} ${h.harm}`),
    /coil\.main\.down dead stranded/,
  ],
  [
    "nobody lowers it at the end",
    "sorrel-v20",
    (s) => {
      const last = s.findLastIndex((step) => changes(step, "posture", "stowed"));
      return s.filter((_, i) => i !== last);
    },
    (p) => p.open,
    /axis\.lift/,
  ],
  [
    "the disconnect left out",
    "dunmarrow-s24",
    (s) => without(s, (step) => isCheck(step, /^ground\.disconnect$/)),
    (p) => p.unproven.map(faultName),
    /sensor\.disconnect_off dead/,
  ],
];

/** The same without leaving anything out: every deed made on the failing machine, and all of what it shows compared. */
function plainly({ machine }: Failed, from: State, act: Act, healthy: Ran): Shows {
  const { answers } = run(machine, from, act);
  const right = healthy.answers;
  if (answers.some((all, i) => !all.some((one) => right[i]?.includes(one)))) return "always";
  return JSON.stringify(answers) === JSON.stringify(right) ? "never" : "maybe";
}

describe("the proof", () => {
  it.each(planted)("finds %s", (_name, id, spoil, findings, expected) => {
    const sheet = sheetOf(id);
    const { found, steps } = planned(sheet);
    expect(findings(prove(sheet, found, steps)).join("\n")).not.toMatch(expected);
    expect(findings(prove(sheet, found, spoil(steps))).join("\n")).toMatch(expected);
  });

  it.each(["sorrel-v20", "dunmarrow-s24", "dunmarrow-t12"] as const)(
    "leaves no part out that an act could show: %s, every part tried in every act",
    (id) => {
      const sheet = sheetOf(id);
      const { machine, failed } = subjectOf(sheet);
      const { found, steps } = planned(sheet);
      for (const moment of along(machine, found, steps).moments) {
        const { act, from, healthy } = moment;
        const said = (one: Failed) =>
          couldShow(machine, act, from, one.fault) ? tellsApart(machine, one, from, act, healthy) : "never";
        const wrongly = failed.filter((one) => said(one) !== plainly(one, from, act, healthy));
        expect(wrongly.map(({ fault }) => `${moment.step} ${faultName(fault)}`)).toEqual([]);
      }
    },
  );
});
