import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { interlocks } from "../machine/interlocks";
import { buildMachine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import { families, powersOf } from "../vocabulary/families";
import { type FeatureId, featuresOf } from "../vocabulary/features";
import { parts } from "../vocabulary/parts";
import { checksOf, writtenChecks } from "./catalogue";

const sheets: readonly Sheet[] = Object.values(demoSheets);
const tyres = ["air", "foam_filled", "solid", "casters", "tracks"] as const;

/** A sheet of a family on which nothing is known: every check it could have is on. */
const blank = (family: Sheet["family"], power: Sheet["power"], tyre: Sheet["tyres"]): Sheet => ({
  ...(sheets.find((s) => s.family === family) as Sheet),
  power,
  tyres: tyre,
  features: {},
  choices: {},
});
const blanks = families.flatMap((family) =>
  powersOf[family].flatMap((power) => tyres.map((tyre) => blank(family, power, tyre))),
);
const keys = (sheet: Sheet) => new Set(checksOf(sheet).map((c) => c.key));

describe("completeness of the catalogue", () => {
  it("every feature of every family switches at least one check on", () => {
    const idle: string[] = [];
    for (const family of families) {
      for (const id of featuresOf(family)) {
        const keysWith = (sheet: Sheet, fit: "fitted" | "not_fitted") => {
          const features: Partial<Record<FeatureId, { fit: "fitted" | "not_fitted" }>> = { [id]: { fit } };
          return [...keys({ ...sheet, features })].sort().join();
        };
        // One machine on which it makes a difference is enough.
        const matters = blanks
          .filter((s) => s.family === family && s.tyres === "solid")
          .some((sheet) => keysWith(sheet, "fitted") !== keysWith(sheet, "not_fitted"));
        if (!matters) idle.push(`${family} ${id}`);
      }
    }
    expect(idle).toEqual([]);
  });

  it("every interlock an operator can try is tried by a check, on every machine that has it", () => {
    const untried: string[] = [];
    for (const sheet of blanks) {
      const tried = new Set(checksOf(sheet).flatMap((c) => c.definition.tries ?? []));
      for (const { id, untried: reason } of buildMachine(sheet).interlocks) {
        if (reason === undefined && !tried.has(id)) untried.push(`${sheet.family} ${sheet.power} ${id}`);
      }
    }
    expect([...new Set(untried)]).toEqual([]);
  });

  it("a check tries only interlocks there are", () => {
    const known = new Set(interlocks.map((i) => i.id));
    expect(writtenChecks.flatMap((c) => c.tries ?? []).filter((id) => !known.has(id))).toEqual([]);
  });

  it("every part is looked at, and nothing in the catalogue is out of reach", () => {
    const made = blanks.flatMap(checksOf);
    const used = new Set(made.map((c) => c.definition.part));
    expect(Object.keys(parts).filter((id) => !used.has(id as keyof typeof parts))).toEqual([]);
    const reached = new Set(made.map((c) => c.definition.id));
    expect(writtenChecks.map((c) => c.id).filter((id) => !reached.has(id))).toEqual([]);
  });

  it("an id is used once, and has one part and one version", () => {
    const ids = writtenChecks.map((c) => c.id);
    expect(ids.filter((id, i) => ids.indexOf(id) !== i)).toEqual([]);
  });

  it("unknown keeps its checks: a known sheet never asks more than the same sheet with everything unknown", () => {
    for (const sheet of sheets) {
      const all = keys({ ...sheet, features: {}, choices: {} });
      expect(
        [...keys(sheet)].filter((key) => !all.has(key)),
        sheet.model,
      ).toEqual([]);
    }
  });

  it("stops at places of the machine: each check lies at one stop that its sheet has", () => {
    for (const sheet of sheets) {
      for (const check of checksOf(sheet)) {
        const offWalk = check.definition.phase !== "walk" && check.definition.phase !== "documents";
        if (!offWalk) expect(sheet.positions, `${sheet.model} ${check.key}`).toHaveProperty(check.at);
      }
    }
  });
});
