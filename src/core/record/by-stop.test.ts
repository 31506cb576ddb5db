import { describe, expect, it } from "vitest";
import { byStop } from "./by-stop";
import type { Given } from "./reduce";

const given = (check: string, minute: number): Given =>
  ({ id: `${check} ${minute}`, check, at: new Date(minute * 60_000).toISOString() }) as Given;

describe("a record by stop", () => {
  it("has each answer once, in the order of the walk, and a stop that was come back to twice", () => {
    const walk = [
      given("doc.manual@documents.v1", 1),
      given("doc.decals@documents.v2", 3),
      given("stop.ground@ground_panel.v1", 4),
      given("doc.data_plate@documents.v1", 6),
    ];
    const stretches = byStop(walk);
    expect(stretches.map(({ stop }) => stop)).toEqual(["documents", "ground_panel", "documents"]);
    expect(stretches.flatMap((one) => one.given)).toEqual(walk);
    expect(stretches[0]).toMatchObject({ fromMs: 60_000, toMs: 180_000 });
  });

  it("says from when to when by the clock, though an answer was changed later", () => {
    const [only] = byStop([given("doc.manual@documents.v1", 9), given("doc.decals@documents.v2", 3)]);
    expect(only).toMatchObject({ fromMs: 180_000, toMs: 540_000 });
  });
});
