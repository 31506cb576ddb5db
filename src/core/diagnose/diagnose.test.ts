import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { handCases } from "../../../tests/diagnose/hand-cases";
import { wrongWith } from "../../../tests/diagnose/judge-case";
import { answersIn } from "../../../tests/diagnose/read-case";
import { differs } from "../proof/as-meant";
import { faultName } from "../proof/faults";
import type { Sheet } from "../sheet/sheet";
import { observedIn } from "./answers";
import { diagnoserOf, type Observed } from "./diagnose";
import { nextTest, testsThatTell } from "./next-test";
import { helpfulTests } from "./report";
import { asItMust, setOf, sightsIn } from "./sight";
import { sightsOfCondition } from "./told";

const sheets = Object.entries<Sheet>(demoSheets);
const boom = diagnoserOf(demoSheets["calder-vey-kb160"]);
const scissor = diagnoserOf(demoSheets["dunmarrow-s24"]);
const told = (diagnoser: typeof boom, ...seen: readonly string[]) =>
  answersIn(diagnoser, { name: "here", seen });

describe("the two-station comparison", () => {
  it.each(handCases.map((one) => [one.name, one] as const))("%s", (_, one) => {
    expect(wrongWith(one)).toBeUndefined();
  });
});

describe("what an operator is asked to try besides", () => {
  const dead = [{ question: "move.ground.main.up", says: "did_not_move" }] as const;
  const open = ["move.ground.main.down", "move.ground.turn.left", "drive.brake_hold", "ground.auxiliary"];

  it("is among what is still to be made, tells the suspects apart, and hurts nobody with any of them", () => {
    const helpful = helpfulTests(boom.machine.sheet, dead, open);
    expect(helpful.length).toBeGreaterThan(0);
    const { explanations } = boom.diagnose(observedIn(dead), {});
    const told = testsThatTell(boom, explanations, { doer: "operator", asked: new Set() });
    for (const id of helpful) {
      expect(open).toContain(id);
      expect(told.find(({ question }) => question.id === id)).toMatchObject({ mayHarm: false });
    }
  });

  it("is nothing where all of it was answered, or only others could make it", () => {
    expect(helpfulTests(boom.machine.sheet, dead, [])).toEqual([]);
    expect(helpfulTests(boom.machine.sheet, dead, ["move.ground.main.up"])).toEqual([]);
  });
});

describe("a test, as a question", () => {
  it.each(sheets)("goes as it is meant on a sound %s", (_, sheet) => {
    const { machine, questions } = diagnoserOf(sheet);
    const wrong = questions.flatMap(({ id, trials }) =>
      trials.flatMap(({ act, sound }) =>
        act.deeds.flatMap((deed, i) => {
          const result = sound.results[i];
          const got = result === undefined ? "not run" : differs(machine, deed, result);
          return got === undefined ? [] : [`${id}: ${got}`];
        }),
      ),
    );
    expect(wrong).toEqual([]);
  });

  it("has a word on some card for each part that a test shows to be failed", () => {
    const unsaid = new Set<string>();
    for (const [, sheet] of sheets) {
      const { suspects, questions } = diagnoserOf(sheet);
      const onCards = questions.flatMap((question) =>
        question.check === undefined ? [] : [{ question, says: saysOf(question.check.conditions) }],
      );
      for (const suspect of suspects) {
        const shown = onCards.filter(({ question }) => (suspect.of(question) & asItMust) === 0);
        if (shown.length === 0 || shown.some(({ question, says }) => (suspect.of(question) & says) !== 0))
          continue;
        unsaid.add(faultName(suspect.faults[0] ?? never));
      }
    }
    expect([...unsaid]).toEqual([]);
  });
});

const saysOf = (conditions: object) =>
  Object.keys(conditions).reduce((all, id) => all | sightsOfCondition(id), 0);

const never = { component: "none", mode: "dead" } as const;

describe("the diagnosis", () => {
  it("names a failed part first, whichever it is, once every test is answered as it shows", () => {
    const failed = sheets.flatMap(([, sheet]) => {
      const diagnoser = diagnoserOf(sheet);
      return diagnoser.suspects
        .filter(({ faults }) => faults[0]?.mode !== "intermittent")
        .map((suspect) => ({ diagnoser, suspect }));
    });
    fc.assert(
      fc.property(fc.constantFrom(...failed), fc.nat(), ({ diagnoser, suspect }, any) => {
        const answers = diagnoser.questions.map((question): Observed => {
          const may = sightsIn(suspect.of(question));
          return { question: question.id, sights: setOf(may[any % may.length] ?? "as_it_must") };
        });
        fc.pre(answers.some(({ sights }) => sights !== asItMust));
        const { explanations } = diagnoser.diagnose(answers);
        const [first] = explanations;
        const named = explanations
          .filter(({ fit }) => fit === first?.fit)
          .flatMap(({ groups }) => groups.flat().map(faultName));
        expect(named).toContain(faultName(suspect.faults[0] ?? never));
      }),
      { numRuns: 150 },
    );
  });

  it("has nothing to say where nothing was found wrong, and says so where nothing fits", () => {
    expect(boom.diagnose(told(boom, "ground * ok"))).toMatchObject({ explanations: [], nothingFits: false });
    const impossible = told(
      boom,
      "ground swing.left wrong_way",
      "ground rotate.left wrong_way",
      "platform.horn silent",
    );
    expect(boom.diagnose(impossible)).toMatchObject({ explanations: [], nothingFits: true });
    expect(boom.diagnose([{ question: "no.such.test", sights: setOf("moved") }]).answers).toBe(0);
  });

  it("tells by which answers a part is ruled out", () => {
    const answers = told(boom, "ground * ok", "platform * ok", "platform rotate.left did_not_move");
    const coil = boom
      .diagnose(answers)
      .ruledOut.find(({ fault }) => faultName(fault) === "coil.rotate.left dead");
    expect(coil?.by).toEqual(["move.ground.rotate.left"]);
  });

  it("puts what was the cause before in front of what was not", () => {
    const answers = told(boom, "ground * ok", "platform * did_not_move");
    const first = (causes: Readonly<Record<string, number>>) =>
      boom.diagnose(answers, causes).explanations[0]?.groups[0]?.map(({ component }) => component);
    expect(first({ "panel.platform": 3 })).toContain("panel.platform");
    expect(first({ "enable.platform": 3 })).toContain("enable.platform");
  });

  it("says the whole machine is dead by one part, however many tests failed", () => {
    const all = told(
      boom,
      "ground * did_not_move",
      "platform * did_not_move",
      "auxiliary ground * did_not_move",
    );
    expect(boom.diagnose(all).explanations[0]?.groups).toHaveLength(1);
  });
});

describe("the next test", () => {
  const dead = boom.diagnose(told(boom, "platform rotate.left did_not_move")).explanations;

  it("is the one that leaves least open, and none that has been answered", () => {
    const [best, ...others] = testsThatTell(boom, dead, { doer: "technician", asked: new Set() });
    expect(best?.bits).toBeGreaterThan(0);
    expect(others.every(({ bits }) => bits <= (best?.bits ?? 0) + 0.1)).toBe(true);
    const asked = new Set([best?.question.id ?? ""]);
    expect(nextTest(boom, dead, { doer: "technician", asked })?.question.id).not.toBe(best?.question.id);
  });

  it("is never one that would hurt an operator with one of the suspects", () => {
    const moves = scissor.diagnose(told(scissor, "ground.still_without_enable moved")).explanations;
    const operators = testsThatTell(scissor, moves, { doer: "operator", asked: new Set() });
    expect(operators.every(({ mayHarm }) => !mayHarm)).toBe(true);
    const technicians = testsThatTell(scissor, moves, { doer: "technician", asked: new Set() });
    expect(technicians.length).toBeGreaterThan(operators.length);
    expect(technicians.some(({ mayHarm }) => mayHarm)).toBe(true);
  });

  it("is none where no test at the controls tells them apart", () => {
    const only = boom.diagnose(
      told(boom, "ground * ok", "platform * ok", "platform rotate.left did_not_move"),
    ).explanations;
    const exact = only.filter(({ fit }) => fit === "exact");
    expect(nextTest(boom, exact, { doer: "technician", asked: new Set() })).toBeUndefined();
  });
});
