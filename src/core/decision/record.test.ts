import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readingOf } from "@/demo/readings";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { checksOf } from "../catalogue/catalogue";
import { assess } from "../grade/assess";
import { gradeFinding, noContext } from "../grade/grade";
import type { InspectionEvent } from "../record/events";
import { lookedIntoStep } from "../record/looked-into";
import { madeOnStep } from "../record/made-on-step";
import { reduce } from "../record/reduce";
import { figureOf } from "../sheet/read";
import { defaultPolicy, type Policy } from "../vocabulary/policy";
import { gradingPolicies } from "../vocabulary/practice";
import { type DecisionFacts, decide } from "./decide";

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const checks = checksOf(slabScissorSheet);
const keyOf = (id: string) => checks.find((c) => c.definition.id === id)!.key;

type Body = InspectionEvent extends infer E
  ? E extends InspectionEvent
    ? Omit<E, "schema" | "id" | "inspectionId" | "deviceId" | "seq" | "follows" | "at" | "saw">
    : never
  : never;
const event = (seq: number, body: Body): InspectionEvent =>
  ({
    schema: 2,
    saw: { position: 0, headHash: "" },
    id: uuid(seq),
    inspectionId: uuid(0),
    deviceId: "tablet",
    seq,
    follows: null,
    at: "2026-03-02T05:40:00.000Z",
    ...body,
  }) as InspectionEvent;
const fine = (seq: number, check: string) =>
  event(seq, { type: "answered", check, result: { kind: "fine" } });
const wrong = (seq: number, check: string, condition: string, more: object = {}) =>
  event(seq, { type: "answered", check, result: { kind: "condition", condition, ...more } });

/** Every check answered well, with readings on the limit. */
const clean: readonly InspectionEvent[] = checks.map((check, i) =>
  check.definition.measure
    ? event(i + 1, {
        type: "measured",
        check: check.key,
        ...readingOf(
          check.definition.measure,
          figureOf(slabScissorSheet, check.definition.measure.limit) ?? 1,
        ),
      })
    : fine(i + 1, check.key),
);

/** The raised run against the lowered one: over ten metres, at this part of its speed. */
const timed = (seq: number, ratio: number, value: number, method = "timed_run_raised") =>
  event(seq, {
    type: "measured",
    check: keyOf("drive.speed_ratio"),
    value,
    how: { method, inputs: { lengthM: 10, timeS: 10 / (1.25 * ratio), loweredMs: 1.25 } },
  });

describe("a reading that says how it was worked out", () => {
  const statusOf = (given: InspectionEvent) =>
    assess(checks, slabScissorSheet, reduce([given]), defaultPolicy).byCheck.get(keyOf("drive.speed_ratio"))
      ?.status;

  it("is worked out anew: only what follows from what was read is graded", () => {
    expect(statusOf(timed(1, 0.1, 0.1))).toBe("fine");
    expect(statusOf(timed(1, 0.9, 0.9))).toBe("finding");
    // A tenth said of a run at nine tenths, by another quantity's method, by none there is.
    expect(statusOf(timed(1, 0.9, 0.1))).toBe("ungradable");
    expect(statusOf(timed(1, 0.1, 0.1, "tape"))).toBe("ungradable");
    expect(statusOf(timed(1, 0.1, 0.1, "toString"))).toBe("ungradable");
    // Typed as it is, by whatever sends it, it is none.
    expect(statusOf(event(1, { type: "measured", check: keyOf("drive.speed_ratio"), value: 0.1 }))).toBe(
      "ungradable",
    );
  });

  it("beside a figure that is no limit is recorded and not graded, with or without the figure", () => {
    const key = keyOf("drive.lowered_run");
    const speed = (sheet: typeof slabScissorSheet, value: number) =>
      assess(
        checksOf(sheet),
        sheet,
        reduce([event(1, { type: "measured", check: key, value })]),
        defaultPolicy,
      ).byCheck.get(key)?.status;
    const { drive_top_speed: _, ...figures } = slabScissorSheet.figures;
    for (const sheet of [slabScissorSheet, { ...slabScissorSheet, figures }]) {
      expect(speed(sheet, 1.3)).toBe("fine");
      expect(speed(sheet, 40)).toBe("ungradable");
    }
  });

  it("is never made to look better by anything said of it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1.5, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (ran, said) => {
          const status = statusOf(timed(1, ran, said));
          const limit = slabScissorSheet.figures.raised_speed_ratio_max?.value ?? 0;
          if (status === "fine") expect(ran).toBeLessThanOrEqual(limit + 1e-4);
        },
      ),
    );
  });
});

const facts: DecisionFacts = {
  scope: "full",
  holds: [],
  matters: [],
  maySayGone: { place: true, watch: true, repair_by: false },
  mayAcceptRepair: true,
  unsigned: 0,
  lasting: [],
  examinationOverdue: false,
  clocks: [],
  operatorAuthorised: true,
  unfamiliar: 0,
  gaps: 0,
  ledger: [],
  clearsBeforeMs: 10_000,
  nowMs: 1_000,
  retestParts: [],
};
const assessed = (events: readonly InspectionEvent[], policy: Policy = defaultPolicy) =>
  assess(checks, slabScissorSheet, reduce(events), policy);
const outcome = (events: readonly InspectionEvent[], more: Partial<DecisionFacts> = {}) =>
  decide(assessed(events), { ...facts, ...more }).outcome;

const policies: fc.Arbitrary<Policy> = fc
  .record({
    grading: fc.constantFrom(...gradingPolicies),
    upkeep: fc.subarray(defaultPolicy.upkeep),
    rules: fc.dictionary(
      fc.constantFrom(
        ...checks.flatMap((c) => Object.keys(c.conditions).map((k) => `${c.definition.id}/${k}`)),
      ),
      fc.constantFrom("watch", "repair_by", "tag_out" as const),
    ),
    topUpsAllowed: fc.integer({ min: 1, max: 9 }),
  })
  .map((part) => ({ ...defaultPolicy, ...part }) as Policy);

describe("the floor", () => {
  it("stands under any policy, any owner's rule and any upkeep said to be done", () => {
    const floored = [...checks, ...checksOf(articulatingBoomSheet)].flatMap((c) =>
      Object.entries(c.conditions)
        .filter(([, rule]) => rule.floor)
        .map(([condition, rule]) => ({ check: c.definition.id, condition, rule })),
    );
    expect(floored.length).toBeGreaterThan(60);
    fc.assert(
      fc.property(
        policies,
        fc.constantFrom(...floored),
        fc.constantFrom(undefined, "clean", "top_up_oil" as const),
        (policy, found, putRight) => {
          const rules = { ...policy.rules, [`${found.check}/${found.condition}`]: "watch" as const };
          const graded = gradeFinding({ ...found, putRight }, { ...policy, rules }, noContext);
          expect(graded).toMatchObject({ grade: "tag_out", floor: true });
        },
      ),
      { numRuns: 400 },
    );
  });

  it("a clean inspection with one floor finding is tagged out whatever the policy", () => {
    fc.assert(
      fc.property(policies, (policy) => {
        const events = [...clean, wrong(500, keyOf("wheel.nuts"), "nut_missing")];
        expect(decide(assessed(events, policy), facts).outcome).toBe("tagged_out");
      }),
    );
  });
});

describe("grading", () => {
  const rule = { graded: "repair_by", upkeep: "top_up_oil" } as const;
  const found = { check: "hydraulic.level", condition: "below_limit", rule, putRight: "top_up_oil" } as const;
  it("a top-up is put right, and the same top-up again and again is a leak", () => {
    expect(gradeFinding(found, defaultPolicy, noContext).grade).toBe("put_right");
    expect(gradeFinding(found, defaultPolicy, { earlierTopUps: 2, grown: false })).toMatchObject({
      grade: "repair_by",
      rule: "upkeep.repeated",
    });
  });
  it("upkeep the policy does not allow is graded as found", () => {
    expect(gradeFinding(found, { ...defaultPolicy, upkeep: [] }, noContext).grade).toBe("repair_by");
  });
  it("strict has no intermediate grade; the owner's rule names itself", () => {
    const scuffed = { check: "rails.condition", condition: "scuffed", rule: { graded: "watch" } } as const;
    expect(gradeFinding(scuffed, { ...defaultPolicy, grading: "strict" }, noContext).grade).toBe("tag_out");
    expect(
      gradeFinding(
        scuffed,
        { ...defaultPolicy, rules: { "rails.condition/scuffed": "repair_by" } },
        noContext,
      ),
    ).toMatchObject({ grade: "repair_by", rule: "owner.rule" });
  });
  it("a watched thing that has grown must be repaired", () => {
    const weep = { check: "hydraulic.unit", condition: "weep", rule: { graded: "watch" } } as const;
    expect(gradeFinding(weep, defaultPolicy, { earlierTopUps: 0, grown: true }).grade).toBe("repair_by");
  });
});

describe("the record", () => {
  it("reads the same whatever order events arrive in and however often", () => {
    const events = [
      ...clean,
      wrong(300, keyOf("rails.condition"), "scuffed"),
      wrong(301, keyOf("hydraulic.unit"), "weep"),
    ];
    const expected = JSON.stringify([...assessed(events).byCheck]);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(events, { minLength: events.length }),
        fc.array(fc.constantFrom(...events), { maxLength: 20 }),
        (shuffled, again) => {
          expect(JSON.stringify([...assessed([...again, ...shuffled]).byCheck])).toBe(expected);
        },
      ),
      { numRuns: 30 },
    );
  });

  it("of two answers the worse stands, unless one supersedes the other by name and reason", () => {
    const key = keyOf("stack.arms");
    const both = [...clean, wrong(300, key, "bent")];
    expect(outcome(both)).toBe("tagged_out");
    expect(outcome([...both, fine(301, key)])).toBe("tagged_out");
    const corrected = event(301, {
      type: "answered",
      check: key,
      result: { kind: "fine" },
      supersedes: { event: uuid(300), reason: "shadow, not a bend" },
    });
    expect(outcome([...both, corrected])).toBe("cleared");
    const wrongTarget = event(301, {
      type: "answered",
      check: keyOf("stack.pins"),
      result: { kind: "fine" },
      supersedes: { event: uuid(300), reason: "x" },
    });
    expect(reduce([...both, wrongTarget]).problems.map((p) => p.problem)).toContain("supersedes_other_check");
  });

  it("finds gaps in a device's sequence", () => {
    const problems = reduce([fine(1, "a"), fine(4, "b")]).problems;
    expect(problems).toMatchObject([{ problem: "gap", detail: "tablet: 2 to 3" }]);
    expect(reduce(clean).problems).toEqual([]);
  });
});

describe("the decision", () => {
  it("clears what is complete and clean, and nothing less", () => {
    expect(outcome(clean)).toBe("cleared");
    for (const dropped of [0, 10, 50, checks.length - 1])
      expect(outcome(clean.filter((_, i) => i !== dropped))).toBe("not_cleared");
    expect(
      outcome([...clean.slice(1), event(1, { type: "skipped", check: checks[0]!.key, reason: "no time" })]),
    ).toBe("not_cleared");
    expect(outcome([...clean, wrong(300, keyOf("rails.condition"), "scuffed")])).toBe("cleared_with_notes");
    expect(outcome([...clean, wrong(300, keyOf("place.weather"), "wind")])).toBe("stopped_for_conditions");
  });

  it("reads a measure against the sheet, asks for it where the sheet has none, and never guesses", () => {
    const key = keyOf("battery.charge");
    const low = clean.map((e) => (e.type === "measured" && e.check === key ? { ...e, value: 24.1 } : e));
    expect(assessed(low).findings).toMatchObject([
      { condition: "below_limit", grade: "repair_by", value: 24.1 },
    ]);
    const { battery_rest_voltage_min: _gone, ...figures } = slabScissorSheet.figures;
    const without = { ...slabScissorSheet, figures };
    const bare = assess(checks, without, reduce(clean), defaultPolicy);
    expect(bare.ungradable).toEqual([key]);
    const read = clean.map((e) => (e.type === "measured" && e.check === key ? { ...e, limitRead: 25 } : e));
    expect(assess(checks, without, reduce(read), defaultPolicy).findings).toHaveLength(1);
    const worded = clean.map((e) => (e.type === "measured" && e.check === key ? fine(e.seq, key) : e));
    expect(assessed(worded).ungradable).toEqual([key]);
  });

  it("asks again for what cannot be a reading, or a limit, and never passes it", () => {
    const key = keyOf("hydraulic.level");
    const { hydraulic_level_min: _gone, ...figures } = slabScissorSheet.figures;
    const bare = { ...slabScissorSheet, figures };
    const withReading = (value: number, limitRead?: number) =>
      clean.map((e) => (e.type === "measured" && e.check === key ? { ...e, value, limitRead } : e));
    for (const value of [1e300, -1, 1e6, Number.MAX_SAFE_INTEGER])
      expect(assessed(withReading(value)).ungradable, `${value}`).toEqual([key]);
    for (const limit of [-1e6, 0, 1e6])
      expect(
        assess(checks, bare, reduce(withReading(60, limit)), defaultPolicy).ungradable,
        `${limit}`,
      ).toEqual([key]);
    expect(assess(checks, bare, reduce(withReading(60, 40)), defaultPolicy).ungradable).toEqual([]);
  });

  it("cleaning a deck three times is no leak; topping up oil three times is", () => {
    const again = { earlierTopUps: 5, grown: false };
    const rule = (id: string, condition: string) =>
      checks.find((c) => c.definition.id === id)!.conditions[condition]!;
    const graded = (check: string, condition: string, putRight: "clean" | "top_up_oil") =>
      gradeFinding({ check, condition, rule: rule(check, condition), putRight }, defaultPolicy, again).grade;
    expect(graded("platform.deck", "slippery", "clean")).toBe("put_right");
    expect(graded("hydraulic.level", "below_limit", "top_up_oil")).toBe("repair_by");
  });

  it("an event taken back never lets the walk clear", () => {
    const mark = event(999, { type: "changed", step: "withdrawn:x" });
    expect(outcome([...clean, mark])).toBe("not_cleared");
  });

  it("no standing fact can be outvoted by a clean walk", () => {
    expect(outcome(clean, { holds: ["T-0007"] })).toBe("tagged_out");
    expect(outcome(clean, { examinationOverdue: true })).toBe("tagged_out");
    for (const fact of [
      { operatorAuthorised: false },
      { unfamiliar: 1 },
      { gaps: 1 },
      { nowMs: 10_000 },
      { scope: "check_in" as const },
      { scope: "transport" as const },
    ]) {
      expect(outcome(clean, fact)).toBe("not_cleared");
    }
    expect(outcome(clean, { scope: "retest" })).toBe("retest_passed");
  });

  it("a used rescue override is no reason why a movement did not come, and never fine", () => {
    const explained = (cause: string) =>
      clean.map((e) =>
        e.type === "answered" && e.result.kind === "fine" ? { ...e, result: { ...e.result, cause } } : e,
      );
    expect(assessed(explained("stop_button_in")).misfits).toEqual([]);
    expect(assessed(explained("rescue_stored")).misfits.length).toBeGreaterThan(100);
    expect(outcome(explained("rescue_stored"))).toBe("not_cleared");
  });

  it("once a response was missing, only the reason that was found makes it fine, whatever is said in whatever order", () => {
    const lift = keyOf("move.ground.lift.up");
    const others = clean.filter((e) => !("check" in e && e.check === lift));
    const says = fc.constantFrom("looked", "works", "reason", "came_and_went", "dead");
    fc.assert(
      fc.property(fc.array(says, { minLength: 1, maxLength: 6 }), (said) => {
        const cause = "disconnect_off";
        const saying: Record<string, (seq: number) => InspectionEvent> = {
          looked: (seq) => event(seq, { type: "changed", step: lookedIntoStep(lift, cause) }),
          works: (seq) => fine(seq, lift),
          reason: (seq) => event(seq, { type: "answered", check: lift, result: { kind: "fine", cause } }),
          came_and_went: (seq) => wrong(seq, lift, "intermittent"),
          dead: (seq) => wrong(seq, lift, "did_not_move"),
        };
        const events = said.flatMap((word, i) => saying[word]?.(others.length + 1 + i) ?? []);
        const questioned = said.includes("looked") && said.includes("works");
        const is = assessed([...others, ...events]).byCheck.get(lift);
        const expected = said.includes("dead")
          ? "tag_out"
          : said.includes("came_and_went") || questioned
            ? "watch"
            : undefined;
        expect(is?.grade).toBe(expected);
        const answered = said.some((word) => word !== "looked");
        if (expected === undefined) expect(is?.status).toBe(answered ? "fine" : "open");
      }),
      { numRuns: 400 },
    );
  });

  it("a brake that held on a slope too gentle or too steep for it has proven nothing, whenever the slope was measured", () => {
    const hold = keyOf("drive.brake_hold");
    const percent = fc.integer({ min: 1, max: 60 });
    fc.assert(
      fc.property(fc.array(percent, { minLength: 1, maxLength: 3 }), fc.boolean(), (ramps, before) => {
        const said = ramps.map((of, i) =>
          event(900 + i, {
            type: "changed",
            step: madeOnStep(hold, { method: "percent", inputs: { percent: of } }),
          }),
        );
        const events = before ? [...said, ...clean] : [...clean, ...said];
        // It holds at 20 % and climbs 24 %, each told to 0.4 %: the last ramp is the one it was made on.
        const last = ramps.at(-1) ?? 0;
        const nothing = last <= 19 || last >= 25;
        expect(assessed(events).ungradable).toEqual(nothing ? [hold] : []);
        expect(outcome(events)).toBe(nothing ? "not_cleared" : "cleared");
      }),
    );
    const rolled = clean.map((e, i) => ("check" in e && e.check === hold ? wrong(i + 1, hold, "rolled") : e));
    const gentle = event(900, {
      type: "changed",
      step: madeOnStep(hold, { method: "percent", inputs: { percent: 5 } }),
    });
    expect(outcome([...rolled, gentle])).toBe("tagged_out");
  });

  it("an answer for a check or condition that does not exist is a misfit, never fine", () => {
    const odd = [...clean.slice(1), wrong(1, checks[0]!.key, "purple"), fine(300, "no.such@place.v1")];
    expect(assessed(odd).misfits).toHaveLength(2);
    expect(outcome(odd)).toBe("not_cleared");
  });
});
