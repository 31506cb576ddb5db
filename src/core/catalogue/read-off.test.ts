import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { checksOf, writtenChecks } from "./catalogue";
import { madeBy, readOff } from "./read-off";

const of = (sheet: keyof typeof demoSheets, id: string) => {
  const check = checksOf(demoSheets[sheet]).find(({ definition }) => definition.id === id);
  if (check === undefined) throw new Error(`${sheet} has no ${id}`);
  return readOff(demoSheets[sheet], check);
};

describe("what a check is made by", () => {
  it("belongs to checks that are made", () => {
    const known = new Set(writtenChecks.map(({ id }) => id));
    expect(Object.keys(madeBy).filter((id) => !known.has(id))).toEqual([]);
  });

  it("is what this sheet says: how the lockout is tried, and what the crush guard does", () => {
    expect(of("pellbridge-tb28", "axle.lockout").choices).toEqual([{ id: "lockout_test", value: "swing" }]);
    expect(of("pellbridge-tb22", "axle.lockout").choices).toEqual([{ id: "lockout_test", value: "extend" }]);
    expect(of("calder-vey-kb160", "platform.crush_guard").choices).toEqual([
      { id: "crush_reaction", value: "stop_and_reverse" },
    ]);
  });

  it("leaves the limit of a measurement to its reading, and what is not said unsaid", () => {
    for (const sheet of Object.values(demoSheets))
      for (const check of checksOf(sheet)) {
        const { figures } = readOff(sheet, check);
        expect(figures.map(({ id }) => id)).not.toContain(check.definition.measure?.limit);
        for (const { id, value } of figures) expect(sheet.figures[id]?.value).toBe(value);
      }
  });
});
