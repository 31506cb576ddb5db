import { existsSync, readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { floorChecks, guardsChecks, weakenings } from "./weakened";

const sheets = Object.entries(demoSheets) as readonly (readonly [string, Sheet])[];
/** What each demo sheet was asked for on the floor under the catalogue before: only added to, never shortened. */
const path = "src/core/catalogue/floor-asked.json";
const before: Readonly<Record<string, readonly string[]>> = existsSync(path)
  ? (JSON.parse(readFileSync(path, "utf8")) as Record<string, readonly string[]>)
  : {};

describe("what a change takes away", () => {
  it("this version of the catalogue asks everything on the floor that the one before asked", () => {
    expect(Object.keys(before).sort()).toEqual(sheets.map(([id]) => id).sort());
    for (const [id, sheet] of sheets) {
      // A check asked in another version is asked still.
      const plain = (key: string) => key.replace(/\.v\d+$/, "");
      const asked = new Set(floorChecks(sheet).map(plain));
      expect(
        before[id]?.filter((key) => !asked.has(plain(key))),
        id,
      ).toEqual([]);
    }
  });

  it("nothing, where nothing changed, and never by what is not known", () => {
    for (const [id, sheet] of sheets) {
      expect(weakenings(sheet, sheet), id).toEqual([]);
      const unknown = { ...sheet, features: {} } as Sheet;
      expect(
        weakenings(sheet, unknown).filter((w) => w.what === "dropped"),
        id,
      ).toEqual([]);
    }
  });

  it("is seen where a slope test would pass on a gentler or a steeper slope, or a lamp that stopped it only tells", () => {
    const scissor: Sheet = demoSheets["dunmarrow-s24"];
    const page = "1";
    const changed = (figures: Sheet["figures"]) =>
      weakenings(scissor, { ...scissor, figures: { ...scissor.figures, ...figures } });
    const hold = "drive.brake_hold@drive_tests.v1";
    expect(changed({ brake_hold_grade: { value: 12, page } })).toContainEqual({ what: "limit", id: hold });
    expect(changed({ climbable_grade: { value: 40, page } })).toContainEqual({ what: "limit", id: hold });
    expect(changed({ brake_hold_grade: { value: 22, page } })).toEqual([]);
    // On a shorter track the same block counts for more.
    const tilt = weakenings(scissor, {
      ...scissor,
      figures: { ...scissor.figures, track: { value: 0.8, page } },
    });
    expect(tilt).toContainEqual({ what: "limit", id: "tilt.alarm@drive_tests.v2" });
    const boom: Sheet = demoSheets["pellbridge-tb28"];
    const service = boom.lamps?.service;
    if (service === undefined) throw new Error("expected a service lamp");
    const told = (act: "tells" | "tag_out") =>
      weakenings(boom, {
        ...boom,
        lamps: { ...boom.lamps, service: { ...service, flashing: { means: "Due.", act, page } } },
      });
    expect(told("tells")).toEqual([{ what: "lamp", id: "service flashing" }]);
    expect(told("tag_out")).toEqual([]);
  });

  it("is seen whichever feature on the floor is taken off, on every machine", () => {
    fc.assert(
      fc.property(fc.constantFrom(...sheets), fc.nat(), ([, sheet], pick) => {
        const fitted = Object.entries(sheet.features).filter(([, entry]) => entry?.fit === "fitted");
        const [feature] = fitted[pick % fitted.length] ?? [];
        if (feature === undefined) return true;
        const without = {
          ...sheet,
          features: { ...sheet.features, [feature]: { fit: "not_fitted" } },
        } as Sheet;
        const lost = floorChecks(sheet).filter((key) => !floorChecks(without).includes(key));
        return lost.every((key) => weakenings(sheet, without).some(({ id }) => id === key));
      }),
      { numRuns: 40 },
    );
  });

  it("goes with the features practice names", () => {
    const scissor = sheets.find(([, s]) => s.family === "slab_scissor")?.[1] as Sheet;
    for (const feature of ["tilt_sensor", "pothole_guards", "manual_descent", "gate_interlock"] as const)
      expect(guardsChecks(scissor, feature), feature).toBe(true);
    for (const feature of ["beacon", "work_lights", "reach_control"] as const)
      expect(guardsChecks(scissor, feature), feature).toBe(false);
  });
});
