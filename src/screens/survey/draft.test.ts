import { describe, expect, it } from "vitest";
import { type PlacePlan, placePlanSchema } from "@/core/survey/place-plan";
import {
  draftFrom,
  lacks,
  newDraft,
  type SurveyDraft,
  withJob,
  withPosition,
  withSpot,
  withStand,
} from "./draft";

const plan: PlacePlan = placePlanSchema.parse({
  schema: 1,
  name: "Hall",
  widthM: 20,
  depthM: 12,
  under: "roof",
  terrain: "open",
  ground: "concrete",
  marks: [],
});
const fresh = newDraft("00000000-0000-4000-8000-000000000001", plan);
const begun = withPosition(withJob(fresh, { what: "Lamps" }), 0, { x: 3, y: 4 }, "Work 1");
const readBack = (draft: SurveyDraft) => draftFrom(JSON.parse(JSON.stringify(draft)));

describe("a survey that is being made", () => {
  it("is read back as it was left, however much of it is still empty", () => {
    const nameless = withJob(begun, {
      positions: begun.given.job.positions.map((one) => ({ ...one, name: "" })),
      items: [{ id: "t1", name: "", count: 1, eachKg: null, on: "platform" }],
    });
    for (const draft of [fresh, begun, nameless]) expect(readBack(draft)).toEqual(draft);
  });

  it("is none where what is kept is something else", () => {
    for (const other of [
      null,
      "x",
      {},
      { placeId: fresh.placeId },
      { ...fresh, given: { ...fresh.given, stands: [] } },
    ])
      expect(draftFrom(other)).toBeUndefined();
    const wrong = { ...begun, given: { ...begun.given, job: { ...begun.given.job, persons: "two" } } };
    expect(draftFrom(wrong)).toBeUndefined();
  });

  it("says what it lacks, one thing after the other", () => {
    expect([fresh, withJob(fresh, { what: "Lamps" }), begun].map(lacks)).toEqual(["job", "work", undefined]);
    const items = [{ id: "t1", name: " ", count: 1, eachKg: 5, on: "platform" as const }];
    expect(lacks(withJob(begun, { items }))).toBe("names");
  });

  it("forgets a level that was read on another spot", () => {
    const level = { alongDeg: 1, acrossDeg: 0, at: "2026-06-01T06:00:00Z" };
    const read = withStand(begun, 0, { level });
    expect(read.given.stands[0]?.level).toEqual(level);
    const moved = withSpot(read, 0, { at: { x: 5, y: 5 }, facingDeg: 90 });
    expect(moved.given.stands[0]?.level).toBeUndefined();
  });
});
