import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { slabScissorSheet as sheet } from "@/demo/sheets/slab-scissors";
import { checksOf } from "../catalogue/catalogue";
import { cleanFacts } from "../decision/clean-facts";
import { judge } from "../decision/judge";
import { eventSchemaVersion } from "../record/event-form";
import type { InspectionEvent } from "../record/events";
import { defaultPolicy } from "../vocabulary/policy";
import type { OpenMatter } from "./matters";

const checks = checksOf(sheet);
const keyOf = (id: string) =>
  checks.find(({ definition }) => definition.id === id)?.key ?? expect.fail(`expected ${id}`);
const rails = keyOf("rails.condition");

const found = (condition: string, sizeMm: number | undefined): InspectionEvent => ({
  schema: eventSchemaVersion,
  id: "00000000-0000-4000-8000-000000000002",
  inspectionId: "00000000-0000-4000-8000-000000000001",
  deviceId: "t",
  seq: 1,
  follows: null,
  at: "2026-03-02T05:40:00.000Z",
  saw: { position: 0, headHash: "" },
  type: "answered",
  check: rails,
  result: { kind: "condition", condition, ...(sizeMm !== undefined && { sizeMm }) },
});

const size = fc.option(fc.integer({ min: 1, max: 60 }), { nil: undefined });
const matter = fc.record({
  check: fc.constantFrom(rails, keyOf("doc.decals")),
  condition: fc.constantFrom("scuffed", "bent"),
  sizeMm: size,
});

describe("rule: what is watched and has grown since it was last found must be repaired", () => {
  it("holds for every size that was known and is known now, and for nothing else", () => {
    fc.assert(
      fc.property(fc.array(matter, { maxLength: 4 }), size, (before, now) => {
        const matters = before.map(
          ({ check, condition, sizeMm }, i): OpenMatter => ({
            ...{ findingId: `f-${i}`, check, condition, grade: "watch", place: false },
            ...{ foundBy: "T. Bram", foundAtMs: 0, accepted: false, ...(sizeMm !== undefined && { sizeMm }) },
          }),
        );
        const facts = { ...cleanFacts(0), matters };
        const { assessment } = judge(checks, sheet, defaultPolicy, [found("scuffed", now)], facts);
        const grew = before.some(
          (m) =>
            m.check === rails && m.condition === "scuffed" && now !== undefined && now > (m.sizeMm ?? 99),
        );
        expect(assessment.findings.map(({ grade }) => grade)).toEqual([grew ? "repair_by" : "watch"]);
      }),
    );
  });
});
