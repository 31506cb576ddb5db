import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DateForm, dateForms, dayIn, guessed, type Mapping, pastOutcomes, readPast } from "./past";

const written: Readonly<Record<DateForm, (y: string, m: string, d: string) => string>> = {
  year_first: (y, m, d) => `${y}-${m}-${d}`,
  dotted: (y, m, d) => `${d}.${m}.${y}`,
  day_first: (y, m, d) => `${d}/${m}/${y}`,
  month_first: (y, m, d) => `${m}/${d}/${y}`,
};
const days = fc
  .date({ min: new Date("1970-01-01"), max: new Date("2026-01-01"), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));

describe("a day in a file", () => {
  it("is read back from each form it is written in, and from no form where there is no such day", () => {
    fc.assert(
      fc.property(days, fc.constantFrom(...dateForms), fc.constantFrom("", " 07:30"), (day, form, time) => {
        const [y = "", m = "", d = ""] = day.split("-");
        return dayIn(`${written[form](y, m, d)}${time}`, form) === day;
      }),
    );
    expect(dayIn("31.02.2024", "dotted")).toBeUndefined();
    expect(dayIn("13/13/2024", "month_first")).toBeUndefined();
    expect(dayIn("2024-03", "year_first")).toBeUndefined();
    expect(dayIn("0001-01-01", "year_first")).toBeUndefined();
  });
});

describe("a file of past records", () => {
  const mapping: Mapping = {
    columns: { plate: 1, date: 0, by: 3, outcome: 2, note: 4 },
    dates: "dotted",
    outcomes: { OK: "nothing_found", X: "faults" },
  };

  it("is mapped by its header and by the form in which most of its days can be read", () => {
    const header = ["Fecha", "Unit no.", "Inspected by", "Result", "Remarks", "Weather"];
    expect(guessed(header, [["13/02/2024"], ["01/02/2024"], ["31/02/2024"]])).toEqual({
      columns: { date: 0, plate: 1, by: 2, outcome: 3, note: 4 },
      dates: "day_first",
      outcomes: {},
    });
    expect(guessed(["a", "b"], [])).toEqual({ columns: {}, dates: "year_first", outcomes: {} });
  });

  it("gives each line as a record or says what of it cannot be read, and never both", () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom("", "OK", "X", "LM-01", "09.03.2024", "09.03.2099", "B. Lowe"),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 12 }), (rows) => {
        const { rows: read, errors } = readPast(rows, mapping, "2026-11-28");
        const [good, bad] = [new Set(read.map(({ line }) => line)), new Set(errors.map(({ line }) => line))];
        expect([...good].filter((line) => bad.has(line))).toEqual([]);
        expect(good.size + bad.size).toBe(rows.length);
        for (const { plate, by, date, outcome } of read) {
          expect(plate !== "" && by !== "" && date <= "2026-11-28").toBe(true);
          expect(pastOutcomes).toContain(outcome);
        }
      }),
    );
    const lines = [
      ["09.03.2024", "LM-01", "OK", "B. Lowe", "", "rain"],
      ["9.3.2024", "LM-02", "passed", "B. Lowe", "rail loose, tightened"],
      ["09.03.2099", "", "OK", "", ""],
    ];
    const { rows, errors } = readPast(lines, mapping, "2026-11-28");
    expect(rows).toEqual([
      { line: 2, plate: "LM-01", date: "2024-03-09", by: "B. Lowe", outcome: "nothing_found", note: "" },
      {
        line: 3,
        plate: "LM-02",
        date: "2024-03-09",
        by: "B. Lowe",
        outcome: "not_said",
        note: "rail loose, tightened",
      },
    ]);
    expect(errors.map(({ line, field }) => `${line} ${field}`)).toEqual(["4 plate", "4 date", "4 by"]);
  });
});
