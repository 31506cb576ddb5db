import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { cleanFacts } from "../decision/clean-facts";
import { judge } from "../decision/judge";
import { type Lasting, madeAgain } from "../evidence/lasting";
import type { OpenMatter } from "../grade/matters";
import { checkPlan } from "../plan/checker/check-plan";
import { asChecked } from "../plan/checker/steps";
import { dueFor } from "../plan/due";
import { foundStowed } from "../plan/found";
import { planInspection } from "../plan/plan";
import type { PlanInput } from "../plan/types";
import type { InspectionEvent } from "../record/events";
import { hoursRead, meterCheck } from "../record/hours-read";
import { reduce } from "../record/reduce";
import { defaultPolicy } from "../vocabulary/policy";
import { usualPractice } from "../vocabulary/practice";
import { lentAtFirst, recalledIn } from "./borrowed";
import { follow } from "./follow";
import { leftBy } from "./left";

const input: PlanInput = { sheet: slabScissorSheet, scope: { kind: "full" }, practice: usualPractice };
const due = dueFor(input);
const keyOf = (id: string) => due.find(({ definition }) => definition.id === id)?.key ?? "";
const [ramp, book, decals] = ["tilt.alarm", "doc.handbooks", "doc.decals"].map(keyOf) as [
  string,
  string,
  string,
];
const nowMs = Date.parse("2026-03-10T06:00:00Z");
const hour = 3_600_000;

const lasting = (check: string, more: Partial<Lasting> = {}): Lasting => ({
  ...{ check, eventId: `e-${check}`, inspectionId: "before", by: "B. Lowe", atMs: nowMs - 24 * hour },
  ...more,
});
const facts = (of: readonly Lasting[]) => ({ ...cleanFacts(nowMs, nowMs + 4 * hour), lasting: of });

/** Events of a walk that does the next steps of a plan, each having seen so much of the ledger. */
function walked(steps: readonly { readonly kind: string; readonly id: string }[], saw: number, from = 0) {
  return steps.map(
    ({ kind, id }, i) =>
      ({
        ...{
          schema: 2,
          id: `w${from + i}`,
          inspectionId: "now",
          deviceId: "d",
          seq: from + i + 1,
          follows: null,
        },
        ...{ at: "2026-03-10T06:00:00.000Z", saw: { position: saw, headHash: "" } },
        ...(kind === "check"
          ? { type: "answered", check: id, result: { kind: "fine" } }
          : { type: "changed", step: id }),
      }) as InspectionEvent,
  );
}

describe("a walk that borrows", () => {
  it("is planned without what is in date, needs no ramp for it, and keeps every rule of the work", () => {
    const day = { ...input, atHand: { people: 2, missing: ["ramp"], key: true } };
    expect(planInspection(day).incomplete.map(({ check }) => check.key)).toContain(ramp);
    const without = { ...day, lent: [ramp, book] };
    const plan = planInspection(without);
    expect(plan.incomplete.map(({ check }) => check.key)).not.toContain(ramp);
    expect(plan.due.map(({ key }) => key)).toContain(ramp);
    expect(plan.checks.map(({ key }) => key)).not.toContain(book);
    expect(checkPlan(without, asChecked(plan.steps))).toEqual([]);
    // Whoever checks the plan without knowing what is lent misses it.
    const missed = checkPlan(day, asChecked(plan.steps)).map(({ why }) => why);
    expect(missed).toEqual([`${book} is not in the plan`]);
  });

  it("takes only what is in date until it can be signed, by days and by hours that somebody knows", () => {
    const end = nowMs + 4 * hour;
    const lent = (one: Partial<Lasting>, meter?: number) =>
      lentAtFirst({
        ...facts([lasting(ramp, one)]),
        ...(meter !== undefined && { meter: { machineHours: meter, aheadHours: 0, atMs: nowMs - hour } }),
      }).length === 1;
    expect([lent({ untilMs: end }), lent({ untilMs: end - 1 }), lent({})]).toEqual([true, false, true]);
    expect([lent({ untilHours: 50 }, 49), lent({ untilHours: 50 }, 50), lent({ untilHours: 50 })]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it("leaves out no check at which something is open: it is looked at there", () => {
    const open = { ...facts([lasting(decals), lasting(book)]), matters: [{ check: decals } as OpenMatter] };
    expect(lentAtFirst(open)).toEqual([book]);
    expect([...judge(due, slabScissorSheet, defaultPolicy, [], open).assessment.borrowed.keys()]).toEqual([
      book,
    ]);
  });

  it("counts it as proven until something touches it, and not where it was answered here", () => {
    const of = facts([lasting(ramp), lasting(book)]);
    const judged = (events: readonly InspectionEvent[], ledger: typeof of.ledger = []) =>
      judge(due, slabScissorSheet, defaultPolicy, events, { ...of, ledger }).assessment;
    expect([...judged([]).borrowed.keys()].sort()).toEqual([book, ramp].sort());
    expect(judged([]).open).not.toContain(ramp);
    const contact = { position: 9, kind: "contact", touches: "all" } as const;
    expect(judged([], [contact]).borrowed.size).toBe(0);
    expect(judged([], [contact]).open).toEqual(expect.arrayContaining([ramp, book]));
    const [fine] = walked([{ kind: "check", id: book }], 0);
    expect(judged([fine as InspectionEvent]).byCheck.get(book)).toMatchObject({
      status: "fine",
      eventId: "w0",
    });
    // Answered here and ended since, the earlier walk does not stand in for it.
    expect(judged([fine as InspectionEvent], [{ ...contact, touches: [book] }]).open).toContain(book);
    const again = walked([{ kind: "change", id: madeAgain(ramp) }], 0);
    expect([...judged(again).borrowed.keys()]).toEqual([book]);
  });

  it("is proven with what came back into it, by the steps of the plan that it followed", () => {
    const begun: PlanInput = { ...input, lent: [book, ramp] };
    const recalled = [{ check: ramp, position: 7 }];
    const before = walked(planInspection(begun).steps.slice(0, 5), 5);
    const { steps } = follow({ ...begun, recalled }, before, undefined);
    const events = [...before, ...walked(steps.slice(5), 7, 5)];
    expect(leftBy({ ...begun, recalled }, events)).toEqual([]);
    // By the plan it began with its settings are not known again, and most of it would seem unproven.
    expect(leftBy(begun, events).length).toBeGreaterThan(10);
  });

  it("what somebody makes of their own accord is taken back where they say so, though the hours were read before", () => {
    const begun: PlanInput = { ...input, lent: [book, ramp] };
    const { steps } = planInspection(begun);
    const all = walked(steps, 5).map((event) =>
      "check" in event && event.check.startsWith(meterCheck)
        ? ({ ...event, type: "measured", value: 412 } as InspectionEvent)
        : event,
    );
    expect(hoursRead(reduce(all))).toHaveLength(1);
    const events = [...all, ...walked([{ kind: "change", id: madeAgain(ramp) }], 5, all.length)];
    const of = facts([lasting(ramp), lasting(book)]);
    const judged = judge(due, slabScissorSheet, defaultPolicy, events, of);
    const recalled = recalledIn([book, ramp], { ledger: [] }, judged.reduction, judged.assessment.borrowed);
    expect(recalled).toEqual([]);
    // All it had shown before is shown still; what only the ramp shows is shown once it is made.
    const left = leftBy({ ...begun, recalled }, events).map(({ component }) => component);
    expect(left).toEqual(["sensor.tilt_refuses_lift", "sensor.tilt_refuses_drive"]);
  });

  it("makes after all what is recalled, once, from the same events the same plan", () => {
    const of = facts([lasting(ramp), lasting(book), lasting(decals)]);
    const begun: PlanInput = { ...input, lent: lentAtFirst(of) };
    const first = planInspection(begun);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: first.steps.length }),
        fc.nat(40),
        fc.boolean(),
        (before, after, own) => {
          const early = walked(first.steps.slice(0, before), 5);
          const ledger = [{ position: 7, kind: "finding", touches: [ramp, decals] }] as const;
          const said = own ? walked([{ kind: "change", id: madeAgain(ramp) }], 5, before) : [];
          const judged = judge(due, slabScissorSheet, defaultPolicy, [...early, ...said], {
            ...of,
            ledger: own ? [] : ledger,
          });
          const recalled = recalledIn(
            begun.lent ?? [],
            { ledger: own ? [] : ledger },
            judged.reduction,
            judged.assessment.borrowed,
          );
          const plan = follow({ ...begun, recalled }, [...early, ...said], undefined);
          const back = own ? [ramp] : [ramp, decals];
          const count = (key: string) => plan.checks.filter((check) => check.key === key).length;
          expect([ramp, decals, book].map(count)).toEqual(
            [ramp, decals, book].map((key) => (back.includes(key) ? 1 : 0)),
          );
          const done = early.flatMap((event) => ("check" in event ? [event.check] : []));
          const state = follow(begun, early, undefined).steps.slice(0, early.length);
          expect(plan.steps.slice(0, before).map(({ id }) => id)).toEqual(state.map(({ id }) => id));
          // Who goes on by that plan is followed by it: the events name its own steps.
          const next = plan.steps.slice(before, before + after);
          const events = [...early, ...said, ...walked(next, 7, before + said.length)];
          const later = follow({ ...begun, recalled }, events, undefined);
          expect(later.steps.map(({ id }) => id)).toEqual(plan.steps.map(({ id }) => id));
          if (before === 0)
            expect(
              checkPlan(
                {
                  ...begun,
                  lent: [book, ...(own ? [decals] : [])],
                  progress: { done, state: foundStowed(slabScissorSheet), held: false },
                },
                asChecked(plan.steps),
              ),
            ).toEqual([]);
        },
      ),
      { numRuns: 25 },
    );
  });
});
