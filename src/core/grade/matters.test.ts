import { describe, expect, it } from "vitest";
import { neverEnded } from "../evidence/seen";
import type { InspectionEvent } from "../record/events";
import { reduce } from "../record/reduce";
import type { Finding } from "./assess";
import { type OpenMatter, standingMatters } from "./matters";

const may = { place: true, watch: true, repair_by: false } as const;
const matter = (more: Partial<OpenMatter> = {}): OpenMatter => ({
  findingId: "f",
  check: "rails.condition@rails.v1",
  condition: "scuffed",
  grade: "watch",
  place: false,
  foundBy: "R. Oake",
  foundAtMs: 0,
  accepted: false,
  ...more,
});
const says = (what: string, reason?: string) =>
  reduce([
    {
      id: "e",
      seq: 1,
      deviceId: "d",
      type: "matter",
      check: "rails.condition@rails.v1",
      finding: "f",
      says: what,
      reason,
    } as unknown as InspectionEvent,
  ]);
const found = (condition: string) =>
  [{ check: "rails.condition@rails.v1", condition, eventId: "x", grade: "watch" }] as unknown as Finding[];
const said = (
  reduction: ReturnType<typeof reduce>,
  findings: readonly Finding[] = [],
  one = matter(),
  allowed: Readonly<Record<"place" | "watch" | "repair_by", boolean>> = may,
) => standingMatters([one], reduction, findings, allowed, neverEnded)[0]?.said;

describe("what a walk says of what was open before", () => {
  it("nothing, until it is said or found again", () => {
    expect(said(reduce([]))).toBe("nothing");
    expect(said(reduce([]), found("scuffed"))).toBe("same");
    expect(said(reduce([]), found("cracked"))).toBe("nothing");
    expect(said(says("same"))).toBe("same");
  });
  it("worse is said by the worse finding, and without one nothing is", () => {
    expect(said(says("worse"))).toBe("nothing");
    expect(said(says("worse"), found("cracked"))).toBe("worse");
  });
  it("gone asks why, and who may; else it stays as it was", () => {
    expect(said(says("gone", "Painted over"))).toBe("gone");
    expect(said(says("gone"))).toBe("same");
    expect(said(says("gone", "  "))).toBe("same");
    expect(said(says("gone", "Fixed it"), [], matter({ grade: "repair_by" }))).toBe("same");
    expect(said(says("gone", "No wind"), [], matter({ place: true }), { ...may, place: false })).toBe("same");
  });
  it("and not where the same thing was found again", () => {
    expect(said(says("gone", "Painted over"), found("scuffed"))).toBe("same");
  });
});
