import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { InspectionEvent } from "../record/events";
import { endedBy } from "./seen";
import { entryKinds, type LedgerTouch, lastTouch, touchesOf } from "./touches";
import { touchedByHandOver, touchedByUse, unitEventKinds } from "./unit-events";

const answer = (id: string, check: string, position: number): InspectionEvent =>
  ({ id, check, type: "answered", saw: { position, headHash: "" } }) as unknown as InspectionEvent;

const checks = ["a", "b", "c"] as const;
const ledgers: fc.Arbitrary<readonly LedgerTouch[]> = fc
  .array(fc.oneof(fc.constant("all" as const), fc.subarray([...checks])), { maxLength: 12 })
  .map((list) => list.map((touches, i) => ({ position: i + 1, kind: "contact" as const, touches })));

describe("what an entry touches", () => {
  it("is said of every kind, and what happens to a unit is among them", () => {
    for (const kind of unitEventKinds) expect(kind in entryKinds).toBe(true);
    expect(touchesOf("released")).toBe("all");
    expect(touchesOf("tag", ["a"])).toEqual([]);
    expect(touchesOf("finding", ["a"])).toEqual(["a"]);
    expect(touchesOf("finding_repaired", "all")).toBe("all");
  });
  it("a use ends what the trigger says, and no more", () => {
    expect(touchedByUse("each_use", { bySigner: true })).toBe("all");
    expect(touchedByUse("operator_change", { bySigner: true })).toEqual([]);
    expect(touchedByUse("operator_change", { bySigner: false })).toBe("all");
    for (const trigger of ["day", "shift"] as const) {
      expect(touchedByUse(trigger, { bySigner: false })).toEqual([]);
      expect(touchedByHandOver(trigger)).toEqual([]);
    }
    for (const trigger of ["each_use", "operator_change"] as const)
      expect(touchedByHandOver(trigger)).toBe("all");
  });
});

describe("what ends an answer", () => {
  it("is an entry its device had not read that touches its check, and nothing else", () => {
    fc.assert(
      fc.property(ledgers, fc.constantFrom(...checks), fc.nat({ max: 14 }), (ledger, check, saw) => {
        const ended = endedBy([answer("e", check, saw)], ledger)({ id: "e", check });
        const later = ledger.filter(
          (e) => e.position > saw && (e.touches === "all" || e.touches.includes(check)),
        );
        return ended?.position === later.at(-1)?.position;
      }),
    );
  });
  it("never stands again by an earlier reading: seeing more ends less", () => {
    fc.assert(
      fc.property(
        ledgers,
        fc.constantFrom(...checks),
        fc.nat({ max: 12 }),
        fc.nat({ max: 3 }),
        (ledger, check, saw, more) => {
          const at = (position: number) =>
            endedBy([answer("e", check, position)], ledger)({ id: "e", check });
          return at(saw) !== undefined || at(saw + more) === undefined;
        },
      ),
    );
  });
  it("an answer that says nothing of what it had seen has seen nothing", () => {
    const old = { id: "o", check: "a", type: "answered" } as unknown as InspectionEvent;
    const entry: LedgerTouch = { position: 1, kind: "released", touches: "all" };
    expect(endedBy([old], [entry])({ id: "o", check: "a" })).toEqual(entry);
    expect(endedBy([old], [])({ id: "o", check: "a" })).toBeUndefined();
    expect(lastTouch([entry], "a")).toEqual(entry);
    expect(lastTouch([{ ...entry, touches: ["b"] }], "a")).toBeUndefined();
  });
});
