import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { type FigureId, figures, figuresOf } from "../vocabulary/figures";
import { fromStored, toStored, unitsFor } from "../vocabulary/units";
import { differences } from "./difference";
import { figuresFromCsv, figuresToCsv } from "./figures-csv";
import { sheetOfUnit } from "./overrides";
import { type Sheet, sheetSchema } from "./sheet";

const sheets: readonly Sheet[] = Object.values(demoSheets);
const anySheet = fc.constantFrom(...sheets);
const issuesOf = (sheet: unknown) =>
  sheetSchema.safeParse(sheet).error?.issues.map((i) => i.path.join(".")) ?? [];

describe("the sheet's own rules", () => {
  it("every demo sheet holds them", () => {
    for (const sheet of sheets) expect(issuesOf(sheet), sheet.model).toEqual([]);
  });

  it("a family takes only its own power, features, choices, figures and places, each refused by its path", () => {
    const slab = demoSheets["dunmarrow-s24"];
    expect(issuesOf({ ...slab, power: "diesel" })).toEqual(["power"]);
    expect(issuesOf({ ...slab, features: { ...slab.features, jib: { fit: "fitted" } } })).toEqual([
      "features.jib",
    ]);
    expect(issuesOf({ ...slab, choices: { lockout_test: "swing", gate: "hatch" } }).sort()).toEqual([
      "choices.gate",
      "choices.lockout_test",
    ]);
    const outreach = {
      ...slab.figures,
      outreach: { value: 3, page: "1" },
      rated_load: { value: -1, page: "1" },
    };
    expect(issuesOf({ ...slab, figures: outreach }).sort()).toEqual([
      "figures.outreach",
      "figures.rated_load.value",
    ]);
    expect(issuesOf({ ...slab, positions: { cab: { xM: 0, yM: 0 } } })).toEqual(["positions.cab"]);
    const twice = [slab.stopButtons[0], slab.stopButtons[0]];
    expect(issuesOf({ ...slab, stopButtons: twice })).toEqual(["stopButtons.1.id"]);
    expect(issuesOf({ ...slab, stopButtons: [] })).toEqual(["stopButtons"]);
    expect(issuesOf({ ...demoSheets["sorrel-p6"], stopButtons: [] })).toEqual([]);
  });
});

const formulaLike = fc
  .tuple(fc.constantFrom("=", "+", "-", "@", "'=", "''@"), fc.string())
  .map(([sign, rest]) => sign + rest);

describe("figures as CSV", () => {
  it("come back as they went, whatever page they stand on", () => {
    fc.assert(
      fc.property(anySheet, fc.oneof(fc.string({ minLength: 1 }), formulaLike), (sheet, page) => {
        const clean = page.trim() === "" ? "1" : page.trim();
        const paged = {
          ...sheet,
          figures: Object.fromEntries(
            Object.entries(sheet.figures).map(([id, f]) => [id, { value: f?.value ?? 0, page: clean }]),
          ),
        };
        const csv = figuresToCsv(paged);
        expect(figuresFromCsv(csv, sheet.family)).toEqual({ ok: true, figures: paged.figures });
        // No cell of a page is one that a spreadsheet runs.
        if (/^[=+\-@]/.test(clean)) expect(csv).toMatch(/^\w+,[^,]*,[^,]*,"?'/m);
      }),
    );
  });

  it("take the units a manual prints", () => {
    const csv =
      "figure,value,unit,page\r\nrated_load,500,lb,1-6\r\nlength,8,ft,1-6\r\nwind_outdoor,28,mph,1-7\r\n";
    const read = figuresFromCsv(csv, "slab_scissor");
    if (!read.ok) throw new Error("expected it to be read");
    expect(read.figures.rated_load?.value).toBeCloseTo(226.8, 1);
    expect(read.figures.length?.value).toBeCloseTo(2.4384, 4);
    expect(read.figures.wind_outdoor?.value).toBeCloseTo(12.517, 2);
  });

  it("are refused whole, every error named by its line", () => {
    const csv = "figure,value,unit,page\nrated_load,heavy,kg,1\nwings,2,m,1\n\nlength,2,kg,\nlength,2,m,1\n";
    const read = figuresFromCsv(csv, "slab_scissor");
    expect(read.ok ? [] : read.errors.map((e) => e.line)).toEqual([2, 3, 5, 5]);
    expect(figuresFromCsv("a,b\n1,2\n", "slab_scissor").ok).toBe(false);
    expect(figuresFromCsv("", "slab_scissor").ok).toBe(false);
  });
});

describe("units", () => {
  it("convert there and back within what a manual can mean", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...figuresOf("telescopic_boom")),
        fc.double({ min: 0.1, max: 50_000, noNaN: true }),
        (figure: FigureId, value) => {
          for (const unit of unitsFor(figures[figure])) {
            const stored = toStored(value, unit, figures[figure]);
            if (stored === undefined)
              throw new Error(`${unit} is offered for ${figures[figure]} and not taken`);
            expect(Math.abs(fromStored(stored, unit) - value)).toBeLessThan(0.005 + value * 1e-3);
          }
        },
      ),
    );
    expect(toStored(1, "lb", "m")).toBeUndefined();
    expect(toStored(32, "degF", "degC")).toBeCloseTo(0, 3);
  });
});

describe("versions and units' own figures", () => {
  it("name what changed and nothing else", () => {
    const before = demoSheets["dunmarrow-s24"];
    expect(differences(before, before)).toEqual([]);
    const after: Sheet = structuredClone(before);
    after.features.beacon = { fit: "not_fitted" };
    after.figures.rated_load = { value: 230, page: "1-6" };
    delete after.figures.drift_max;
    after.positions.entry = { xM: -1.2, yM: 0.2 };
    expect(differences(before, after).map((d) => `${d.at} ${d.id}: ${d.before} > ${d.after}`)).toEqual([
      "feature beacon: fitted > not_fitted",
      "figure rated_load: 240 (p. 2-4) > 230 (p. 1-6)",
      "figure drift_max: 40 (p. 2-4) > undefined",
      "position entry: -1.22, 0.3 > -1.2, 0.2",
    ]);
  });

  it("a figure off one unit's plate stands over its model's, for that unit", () => {
    const model = demoSheets["dunmarrow-s24"];
    const own = sheetOfUnit(model, { gross_weight: { value: 1702, source: "plate, with outlet kit" } });
    expect(own.figures.gross_weight).toEqual({ value: 1702, page: "plate, with outlet kit" });
    expect(own.figures.rated_load).toEqual(model.figures.rated_load);
    expect(sheetOfUnit(model, {})).toBe(model);
  });
});
