import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { worseOutcome } from "../vocabulary/outcomes";
import { localMs } from "../vocabulary/zone";
import { clearanceEndsMs, clearsBeforeMs, type StandingFacts, shiftFor, standingOf } from "./standing";

const at = (text: string) => Date.parse(`2026-03-${text}:00Z`);
const shifts = [
  { id: "early", startsMin: 390 },
  { id: "late", startsMin: 870 },
];
const walk = { outcome: "cleared", checksDue: 108, proven: 108, untilMs: at("02T14:30") } as const;
const cleared: StandingFacts = {
  tags: [],
  reports: [],
  walk,
  examinationDueMs: at("20T00:00"),
  jobsByHours: [],
  stops: [],
  nowMs: at("02T09:00"),
};
const state = (more: Partial<StandingFacts>) => standingOf({ ...cleared, ...more }).state;

describe("standingOf", () => {
  it("a clearance is in effect until its trigger comes round, and no longer", () => {
    expect(standingOf(cleared)).toEqual({ state: "cleared", usable: true, untilMs: at("02T14:30") });
    expect(state({ nowMs: at("02T14:30") })).toBe("expired");
  });
  it("a tag comes before everything, a report nobody has looked at next", () => {
    expect(state({ tags: ["T-0001"], nowMs: at("25T00:00") })).toBe("tagged_out");
    expect(state({ tags: ["T-0001"], reports: ["R-00AA"] })).toBe("tagged_out");
    expect(state({ reports: ["R-00AA"] })).toBe("held");
    expect(state({ walk: { ...walk, outcome: "tagged_out" } })).toBe("inspection_owed");
  });
  it("evidence that has ended takes the clearance with it, one check as well as all", () => {
    for (const proven of [107, 0]) {
      expect(standingOf({ ...cleared, walk: { ...walk, proven, endedBy: "contact" } })).toEqual({
        state: "inspection_owed",
        usable: false,
        endedBy: "contact",
      });
    }
  });
  it("dates take it away", () => {
    expect(state({ examinationDueMs: at("02T09:00") })).toBe("examination_overdue");
    expect(state({ repairDueMs: at("02T08:59") })).toBe("repair_overdue");
    expect(state({ jobDueMs: at("02T09:00") })).toBe("job_overdue");
    expect(state({ jobsByHours: ["grease"] })).toBe("job_overdue");
    expect(standingOf({ ...cleared, jobDueMs: at("02T11:00") }).untilMs).toBe(at("02T11:00"));
    expect(standingOf({ ...cleared, repairDueMs: at("02T12:00") }).untilMs).toBe(at("02T12:00"));
    expect(state({ walk: undefined })).toBe("inspection_owed");
    expect(state({ walk: { ...walk, outcome: "not_cleared" } })).toBe("not_cleared");
    expect(state({ walk: { ...walk, outcome: "stopped_for_conditions" } })).toBe("stopped_for_conditions");
  });
  it("a survey that is owed, too old, or allows nothing keeps it from use; one that allows it ends the clearance with it", () => {
    const untilMs = at("02T10:00");
    expect(state({ survey: { owed: true } })).toBe("survey_due");
    expect(state({ survey: { owed: true, allows: true, untilMs: at("02T09:00") } })).toBe("survey_due");
    expect(state({ survey: { owed: true, allows: false, untilMs } })).toBe("stopped_for_conditions");
    expect(standingOf({ ...cleared, survey: { owed: true, allows: true, untilMs } })).toMatchObject({
      usable: true,
      untilMs,
    });
    // Nobody asked for it, and it says no all the same, as long as it counts.
    expect(state({ survey: { owed: false, allows: false, untilMs } })).toBe("stopped_for_conditions");
    expect(state({ survey: { owed: false, allows: false, untilMs: at("02T08:00") } })).toBe("cleared");
    expect(state({ survey: { owed: true }, walk: undefined })).toBe("inspection_owed");
  });
  it("a stop for conditions holds until its moment, or until somebody has looked; a tag comes before it", () => {
    expect(standingOf({ ...cleared, stops: [{ reason: "wind" }] })).toMatchObject({
      state: "stopped_for_conditions",
      usable: false,
      stop: { reason: "wind" },
    });
    expect(state({ stops: [{ reason: "storm", untilMs: at("02T09:00") }] })).toBe("cleared");
    expect(state({ stops: [{ reason: "storm", untilMs: at("02T09:01") }] })).toBe("stopped_for_conditions");
    expect(state({ stops: [{ reason: "wind" }], tags: ["T-0001"] })).toBe("tagged_out");
  });
});

describe("how long a walk may take", () => {
  const until = (trigger: "day" | "shift", began: string, longestWalkMin?: number) =>
    clearsBeforeMs({ trigger, longestWalkMin }, shifts, at(began), "UTC");
  it("four hours unless the policy says otherwise, and never past its trigger's boundary", () => {
    expect(until("shift", "02T05:40")).toBe(at("02T09:40"));
    expect(until("shift", "02T05:40", 60)).toBe(at("02T06:40"));
    expect(until("shift", "02T12:30")).toBe(at("02T14:30"));
    expect(until("day", "02T23:00")).toBe(at("03T00:00"));
  });
});

describe("shifts", () => {
  it("a walk before the start counts for the shift about to start", () => {
    expect(shiftFor(shifts, at("02T05:40"), "UTC")).toEqual({
      id: "early",
      startMs: at("02T06:30"),
      endMs: at("02T14:30"),
    });
    expect(shiftFor(shifts, at("02T14:00"), "UTC").id).toBe("late");
    expect(shiftFor(shifts, at("02T03:00"), "UTC")).toEqual({
      id: "late",
      startMs: at("01T14:30"),
      endMs: at("02T06:30"),
    });
    expect(shiftFor(shifts, at("02T05:40"), "+01:00").startMs).toBe(at("02T05:30"));
    expect(() => shiftFor([], at("02T05:40"), "UTC")).toThrow(/at least one shift/);
  });
  it("a clearance by day ends at local midnight, by shift at the shift's end", () => {
    expect(clearanceEndsMs("day", shifts, at("02T05:59"), "+02:00")).toBe(at("02T22:00"));
    expect(clearanceEndsMs("shift", shifts, at("02T05:59"), "UTC")).toBe(at("02T14:30"));
  });
  it("start by the clocks of the yard, also where these are changed in between", () => {
    // Central European time: an hour ahead of UTC, two from 01:00 UTC on 29 March 2026 and until 01:00 on 25 October.
    const shift = (text: string) => shiftFor(shifts, Date.parse(`2026-${text}:00Z`), "CET");
    expect(shift("03-28T05:00").startMs).toBe(at("28T05:30"));
    expect(shift("03-29T04:00").startMs).toBe(at("29T04:30"));
    // The late shift before lasts an hour less, one in October an hour more.
    expect(shift("03-28T20:00")).toMatchObject({ startMs: at("28T13:30"), endMs: at("29T04:30") });
    expect(shift("10-24T20:00").endMs - shift("10-24T20:00").startMs).toBe(17 * 3_600_000);
    const day = (text: string) => clearanceEndsMs("day", shifts, Date.parse(`2026-${text}:00Z`), "CET");
    expect(day("03-29T00:30")).toBe(at("29T22:00"));
    expect(day("03-28T22:30")).toBe(at("28T23:00"));
  });
  it("every moment is in one shift, and the one that follows begins where it ends", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("UTC", "CET", "EST5EDT", "+05:30", "-09:30"),
        fc.integer({ min: at("01T00:00"), max: at("01T00:00") + 400 * 86_400_000 }),
        (zone, ms) => {
          const { startMs, endMs } = shiftFor(shifts, ms, zone, 0);
          expect(startMs <= ms && ms < endMs).toBe(true);
          expect(shiftFor(shifts, endMs, zone, 0).startMs).toBe(endMs);
          expect([390, 870]).toContain((localMs(startMs, zone) % 86_400_000) / 60_000);
          expect(clearanceEndsMs("day", shifts, ms, zone)).toBeGreaterThan(ms);
        },
      ),
    );
  });
  it("of two decisions the worse stands", () => {
    expect(worseOutcome("cleared", "tagged_out")).toBe("tagged_out");
    expect(worseOutcome("not_cleared", "cleared_with_notes")).toBe("not_cleared");
  });
});
