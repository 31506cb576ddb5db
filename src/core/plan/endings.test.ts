import { describe, expect, it } from "vitest";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import type { FullEnding } from "../vocabulary/endings";
import { usualPractice } from "../vocabulary/practice";
import type { PlanState } from "../vocabulary/state/values";
import { foundStowed } from "./found";
import { planInspection } from "./plan";
import type { PlanInput } from "./types";

const planned = (id: DemoSheetId, more: Partial<PlanInput> = {}) =>
  planInspection({ sheet: demoSheets[id], scope: { kind: "full" }, practice: usualPractice, ...more });

/** By hand: how each ending leaves each machine, the rest however it stands. */
const expected: readonly (readonly [DemoSheetId, FullEnding, PlanState])[] = [
  ["dunmarrow-s24", "to_work", { posture: "stowed", key: "off", disconnect: "on", "stop.ground": "out" }],
  ["dunmarrow-s24", "parked", { posture: "stowed", key: "off", disconnect: "off", "stop.ground": "in" }],
  ["dunmarrow-s24", "handed_over", { who: "ground", key: "off", disconnect: "off", "stop.platform": "in" }],
  ["pellbridge-tb28", "to_work", { axles: "out", engine: "off", turntableLock: "out", incline: "level" }],
  ["pellbridge-tb28", "parked", { axles: "in", engine: "off", turntableLock: "in", harness: "off" }],
  ["pellbridge-v14", "to_work", { outriggers: "out", takeOff: "in", transportLatch: "off" }],
  ["pellbridge-v14", "parked", { outriggers: "in", takeOff: "out", transportLatch: "on", mats: "none" }],
  ["dunmarrow-t10", "handed_over", { outriggers: "out", legPins: "operate", mats: "laid", key: "off" }],
  ["sorrel-p6", "to_work", { casters: "locked", posture: "stowed" }],
];

describe("how a full inspection leaves a machine", () => {
  it.each(expected)("%s, %s", (id, ending, state) => {
    expect(planned(id, { ending }).final).toMatchObject(state);
  });

  it("to work where nobody says otherwise, and puts nothing away then", () => {
    const toWork = planned("dunmarrow-s24");
    expect(toWork.steps).toEqual(planned("dunmarrow-s24", { ending: "to_work" }).steps);
    const asked = (ending: FullEnding) =>
      planned("dunmarrow-s24", { ending })
        .checks.map(({ definition }) => definition.id)
        .filter((id) => id.startsWith("park."))
        .sort();
    expect(asked("to_work")).toEqual(["park.loose_kit", "park.papers"]);
    expect(asked("handed_over")).toEqual(["park.loose_kit", "park.papers", "park.place"]);
    expect(asked("parked")).toEqual(["park.charging", "park.loose_kit", "park.papers", "park.place"]);
  });

  it("stays at the platform, powered, where the place was surveyed first", () => {
    const { final } = planned("pellbridge-tb22", { practice: { ...usualPractice, survey: "first" } });
    expect(final).toMatchObject({ who: "platform", engine: "running", key: "platform", posture: "stowed" });
  });

  it("held behind a finding: shut down and chocked, whatever was said of its ending", () => {
    const state = foundStowed(demoSheets["dunmarrow-s24"]);
    const progress = { done: [], state, held: true };
    const { final } = planned("dunmarrow-s24", { ending: "to_work", progress });
    expect(final).toMatchObject({ chocks: "set", key: "off", disconnect: "off" });
  });

  it("takes about half an hour of a practised person on a boom, and less on a small scissor", () => {
    expect(planned("dunmarrow-s24").minutes).toBeLessThan(28);
    expect(planned("calder-vey-kb160").minutes).toBeLessThan(34);
    const starts = (id: DemoSheetId) =>
      planned(id).steps.filter((s) => s.kind !== "check" && s.change.to === "running").length;
    expect(starts("calder-vey-kb160")).toBeLessThanOrEqual(4);
    expect(starts("calder-vey-sp18")).toBeLessThanOrEqual(7);
  });
});
