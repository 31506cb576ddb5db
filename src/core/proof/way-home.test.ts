import { describe, expect, it } from "vitest";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { sights } from "../catalogue/sights";
import { buildMachine } from "../machine/machine";
import { foundState } from "../plan/found";
import { planInspection } from "../plan/plan";
import type { PlanStep } from "../plan/types";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import { seeded } from "../vocabulary/seeded";
import { type Failed, faultName, subjectOf } from "./faults";
import { type Proof, prove } from "./prove";
import { run } from "./run";
import { isRaised, type WayHome, wayHomeAfter, waysHome } from "./way-home";

function walkOf(id: DemoSheetId, people = 2) {
  const sheet: Sheet = demoSheets[id];
  const found = foundState(sheet, ["stowed"]);
  const atHand = { people, missing: [], key: true };
  const { steps } = planInspection({
    sheet,
    scope: { kind: "full" },
    practice: usualPractice,
    found,
    atHand,
  });
  return { sheet, found, steps, people, proof: prove(sheet, found, steps, people) };
}
type Walk = ReturnType<typeof walkOf>;

/** What is said of the home way of a walk broken off at a check, by what was found there. */
const homeAfter = ({ sheet, found, steps, people }: Walk, id: string, condition: string) => {
  const at = steps.findIndex((step) => step.kind === "check" && step.check.definition.id === id);
  const step = steps[at] as Extract<PlanStep, { kind: "check" }>;
  expect(step.check.conditions).toHaveProperty(condition);
  return wayHomeAfter(sheet, found, steps.slice(0, at + 1), [{ check: step.check.key, condition }], people);
};
const names = (ways: WayHome["ways"] | undefined) => ways?.map(({ by, power }) => `${by} ${power}`).sort();

describe("the way home", () => {
  it("leaves alone what was just seen to fail, and keeps what is free of doubt", () => {
    const scissor = walkOf("dunmarrow-s24");
    expect(names(homeAfter(scissor, "ground.descent_valve", "does_not_lower")?.ways)).toEqual([
      "ground main",
    ]);
    expect(names(homeAfter(scissor, "ground.enable_let_go", "did_not_stop")?.doubted)).toContain(
      "ground main",
    );
    expect(names(homeAfter(scissor, "ground.enable_let_go", "did_not_stop")?.ways)).toContain(
      "way.descent none",
    );
  });

  describe("found in the air", () => {
    const raised = (id: DemoSheetId): Walk => {
      const sheet: Sheet = demoSheets[id];
      const found = foundState(sheet, ["raised"]);
      const { steps } = planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice, found });
      return { sheet, found, steps, people: 2, proof: prove(sheet, found, steps) };
    };

    it("counts on power that is only off", () => {
      const home = homeAfter(raised("calder-vey-kb160"), "main.wear_pads", "worn_thin");
      expect(names(home?.ways)).toEqual(["ground auxiliary", "ground main"]);
      expect(home?.doubted).toEqual([]);
    });

    it("pumps no oil where it runs out, and moves nothing that is bent", () => {
      const scissor = raised("dunmarrow-s24");
      const leak = homeAfter(scissor, "raised.from_outside", "leak_running");
      expect(names(leak?.ways)).toEqual(["way.descent none"]);
      expect(names(leak?.doubted)).toEqual(["ground main"]);
      const bent = homeAfter(scissor, "raised.from_outside", "bent");
      expect(bent?.ways).toEqual([]);
    });
  });

  it("begins with the prop where it is set", () => {
    const scissor = walkOf("dunmarrow-s24");
    expect(homeAfter(scissor, "ground.descent_valve", "does_not_lower")?.onProp).toBe(true);
    expect(homeAfter(scissor, "ground.enable_let_go", "did_not_stop")?.onProp).toBe(false);
  });

  it("is nothing to ask while it is down, and once it is down again", () => {
    const scissor = walkOf("dunmarrow-s24");
    expect(homeAfter(scissor, "platform.horn", "silent")).toBeUndefined();
    const { sheet, found, steps } = scissor;
    const check = "ground.descent_valve@ground_lowering.v1";
    const finding = [{ check, condition: "does_not_lower" }];
    expect(wayHomeAfter(sheet, found, steps, finding, 2)).toBeUndefined();
  });

  it("is what somebody alone aboard can work from there", () => {
    const alone = homeAfter(walkOf("sorrel-v20", 1), "drive.cut_back", "full_speed");
    expect(names(alone?.ways)).toEqual(["platform main"]);
    const two = homeAfter(walkOf("sorrel-v20", 2), "drive.cut_back", "full_speed");
    expect(names(two?.ways)).toEqual(["ground main", "platform main", "way.descent none"]);
  });
});

/** The first step that shows a fault, and a condition of its card. */
function shownAt({ steps }: Walk, proof: Proof, { fault, component }: Failed) {
  const at = steps.findIndex(
    ({ id }) => proof.proves.get(id)?.some((one) => faultName(one) === faultName(fault)) === true,
  );
  const step = steps[at];
  if (step?.kind !== "check") return undefined;
  const words = (sights[component.kind][fault.mode] ?? []).filter((one) => one in step.check.conditions);
  return words.length === 0 ? undefined : { at, check: step.check.key, words };
}

describe("whatever is failed, and whatever of it is said", () => {
  it.each(["dunmarrow-s24", "pellbridge-v14"] as const)(
    "each way that is left brings %s down, with one part failed and with two",
    (id) => {
      const walk = walkOf(id);
      const { sheet, found, steps, proof } = walk;
      const random = seeded(5);
      const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
      const { failed } = subjectOf(sheet);
      let up = 0;
      for (let n = 0; n < 120; n++) {
        const parts = random() < 0.5 ? [pick(failed)] : [pick(failed), pick(failed)];
        const shown = parts.flatMap((one) => shownAt(walk, proof, one) ?? []);
        if (shown.length < parts.length) continue;
        const last = Math.max(...shown.map(({ at }) => at));
        const findings = shown.map(({ check, words }) => ({ check, condition: pick(words) }));
        const home = wayHomeAfter(sheet, found, steps.slice(0, last + 1), findings, 2);
        if (home === undefined) continue;
        const broken = buildMachine(
          sheet,
          parts.map(({ fault }) => fault),
        );
        const moment = proof.walked.moments.findLast(({ step }) => step === steps[last]?.id);
        if (moment === undefined) continue;
        const { state } = run(broken, moment.from, moment.act);
        if (!isRaised(broken, state)) continue;
        up += 1;
        const really = names(waysHome(broken, state, 2)) ?? [];
        const said = names(home.ways) ?? [];
        expect(said.filter((way) => !really.includes(way))).toEqual([]);
      }
      expect(up).toBeGreaterThan(2);
    },
  );
});
