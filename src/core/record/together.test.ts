import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { slabScissorSheet as sheet } from "@/demo/sheets/slab-scissors";
import { checksOf } from "../catalogue/catalogue";
import { assess } from "../grade/assess";
import { eventsOf } from "../underway/acts";
import { defaultPolicy } from "../vocabulary/policy";
import { eventSchemaVersion } from "./event-form";
import type { EventBody, InspectionEvent } from "./events";
import { reduce } from "./reduce";

const all = checksOf(sheet);
const checks = ["rails.condition", "doc.decals"].map(
  (id) => all.find(({ definition }) => definition.id === id) ?? expect.fail(`expected ${id}`),
);
const conditionOf = (i: number) => Object.keys(checks[i]?.conditions ?? {})[0] ?? "";
const people = [undefined, "p-2", "p-3"] as const;

const act = fc.record({
  who: fc.constantFrom(...people),
  check: fc.nat({ max: 1 }),
  says: fc.constantFrom("fine" as const, "found", "skipped"),
});

const madeOf = (body: EventBody, i: number, by: string | undefined): InspectionEvent => ({
  schema: eventSchemaVersion,
  id: `00000000-0000-4000-8000-${String(i).padStart(12, "0")}`,
  inspectionId: "00000000-0000-4000-8000-000000000001",
  deviceId: "t",
  seq: i,
  follows: null,
  at: new Date(i * 1000).toISOString(),
  saw: { position: 0, headHash: "" },
  ...(by !== undefined && { by }),
  ...body,
});

describe("rule: what somebody found is theirs to take back, however many are on a walk", () => {
  it("holds for any order of what they do on their tablets", () =>
    fc.assert(
      fc.property(fc.array(act, { maxLength: 12 }), (acts) => {
        const events: InspectionEvent[] = [];
        const found = new Set<string>();
        for (const { who, check: i, says } of acts) {
          const check = checks[i] ?? expect.fail();
          const reduction = reduce(events);
          const assessment = assess(all, sheet, reduction, defaultPolicy);
          const because = "Touched by mistake";
          const bodies = eventsOf(
            says === "fine"
              ? { act: "fine", checks: [check], sets: [], because }
              : says === "found"
                ? { act: "found", check, result: { condition: conditionOf(i) }, sets: [], because }
                : { act: "skipped", check, reason: "no ladder", sets: [], because },
            { reduction, assessment },
            { by: who, slip: because },
          );
          // The oracle: one's own last word counts, and nobody's word ends another's finding.
          if (says === "found") found.add(`${who} ${i}`);
          else found.delete(`${who} ${i}`);
          const others = [...found].some((key) => key.endsWith(` ${i}`));
          if (typeof bodies === "string") expect([bodies, others]).toEqual(["theirs", true]);
          else for (const body of bodies) events.push(madeOf(body, events.length + 1, who));
          const after = assess(all, sheet, reduce(events), defaultPolicy);
          for (const [n, { key }] of checks.entries()) {
            const stands = [...found].some((f) => f.endsWith(` ${n}`));
            expect(after.byCheck.get(key)?.status === "finding").toBe(stands);
          }
        }
      }),
      { numRuns: 300 },
    ));

  it("holds for events no tablet of ours makes", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ who: fc.constantFrom(...people), bad: fc.boolean(), ends: fc.nat({ max: 11 }) }),
          {
            minLength: 2,
            maxLength: 12,
          },
        ),
        (list) => {
          const key = checks[0]?.key ?? "";
          const events = list.map(({ who, bad, ends }, i) => {
            const result = bad
              ? ({ kind: "condition", condition: conditionOf(0) } as const)
              : ({ kind: "fine" } as const);
            const event = madeOf({ type: "answered", check: key, result }, i + 1, who);
            const target = madeOf({ type: "answered", check: key, result }, ends + 1, who).id;
            return { ...event, supersedes: { event: target, reason: "so" } } as InspectionEvent;
          });
          const stands = new Set(
            reduce(events)
              .given.get(key)
              ?.map(({ id }) => id),
          );
          // What is bad and named by nobody of its own maker stands.
          for (const [i, { who, bad }] of list.entries())
            if (bad && !list.some((one) => one.who === who && one.ends === i))
              expect(stands.has(events[i]?.id ?? "")).toBe(true);
        },
      ),
    ));
});
