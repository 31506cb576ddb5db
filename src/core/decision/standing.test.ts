import { describe, expect, it } from "vitest";
import { worseOutcome } from "./decide";
import { clearanceEndsMs, type StandingFacts, shiftFor, standingOf } from "./standing";

const at = (text: string) => Date.parse(`2026-03-${text}:00Z`);
const shifts = [
  { id: "early", startsMin: 390 },
  { id: "late", startsMin: 870 },
];
const cleared: StandingFacts = {
  standingTags: [],
  lastInspection: { outcome: "cleared", signedAtMs: at("02T05:59"), signedBy: "x", scope: "full" },
  examinationDueMs: at("20T00:00"),
  nowMs: at("02T09:00"),
  clearanceEndsMs: at("02T14:30"),
};
const state = (more: Partial<StandingFacts>) => standingOf({ ...cleared, ...more }).state;

describe("standingOf", () => {
  it("a clearance is in effect until its trigger comes round, and no longer", () => {
    expect(standingOf(cleared)).toEqual({ state: "cleared", usable: true, untilMs: at("02T14:30") });
    expect(state({ nowMs: at("02T14:30") })).toBe("expired");
  });
  it("a tag comes before everything; after release an inspection is owed, never cleared", () => {
    expect(state({ standingTags: ["T-0001"], nowMs: at("25T00:00") })).toBe("tagged_out");
    expect(state({ lastReleaseAtMs: at("02T08:00") })).toBe("inspection_owed");
    expect(state({ lastInspection: { ...cleared.lastInspection!, outcome: "tagged_out" } })).toBe(
      "inspection_owed",
    );
    expect(
      state({ lastInspection: { ...cleared.lastInspection!, outcome: "retest_passed", scope: "retest" } }),
    ).toBe("inspection_owed");
  });
  it("dates take it away", () => {
    expect(state({ examinationDueMs: at("02T09:00") })).toBe("examination_overdue");
    expect(state({ repairDueMs: at("02T08:59") })).toBe("repair_overdue");
    expect(standingOf({ ...cleared, repairDueMs: at("02T12:00") }).untilMs).toBe(at("02T12:00"));
    expect(state({ lastInspection: undefined })).toBe("inspection_owed");
    expect(state({ lastInspection: { ...cleared.lastInspection!, outcome: "not_cleared" } })).toBe(
      "not_cleared",
    );
  });
});

describe("shifts", () => {
  it("a walk before the start counts for the shift about to start", () => {
    expect(shiftFor(shifts, at("02T05:40"), 0)).toEqual({
      id: "early",
      startMs: at("02T06:30"),
      endMs: at("02T14:30"),
    });
    expect(shiftFor(shifts, at("02T14:00"), 0).id).toBe("late");
    expect(shiftFor(shifts, at("02T03:00"), 0)).toEqual({
      id: "late",
      startMs: at("01T14:30"),
      endMs: at("02T06:30"),
    });
    expect(shiftFor(shifts, at("02T05:40"), 60).startMs).toBe(at("02T05:30"));
    expect(() => shiftFor([], at("02T05:40"), 0)).toThrow(/at least one shift/);
  });
  it("a clearance by day ends at local midnight, by shift at the shift's end", () => {
    expect(clearanceEndsMs("day", shifts, at("02T05:59"), 120)).toBe(at("02T22:00"));
    expect(clearanceEndsMs("shift", shifts, at("02T05:59"), 0)).toBe(at("02T14:30"));
  });
  it("of two decisions the worse stands", () => {
    expect(worseOutcome("cleared", "tagged_out")).toBe("tagged_out");
    expect(worseOutcome("not_cleared", "cleared_with_notes")).toBe("not_cleared");
  });
});
