import { describe, expect, it } from "vitest";
import { daysIn, type NeedsKnown, needsIn } from "@/core/shift/needs-file";
import { linesOf } from "./needs-lines";

const known: NeedsKnown = {
  shifts: ["early", "late"],
  units: [{ id: "u-20", plate: "LM-20" }],
  inspectors: [{ id: "p-1", name: "R. Oake" }],
  needs: [{ id: "n-1", shiftId: "early", crew: "glaziers", place: "Palm Court", days: 127, onDay: null }],
};
const shifts = [
  { id: "early", startsMin: 390 },
  { id: "late", startsMin: 870 },
];
const read = (text: string, zone = "UTC") => needsIn(linesOf(text, shifts, zone), known);

describe("a file of needs", () => {
  it("is read from CSV, and a need that is there is said otherwise, not twice", () => {
    const { needs, wrong } = read(
      "\uFEFFShift,Crew,Place,Unit,Days,Inspector,Minutes away,Hands m,Under,Door width m,Door height m\r\n" +
        'early,Glaziers,palm court,lm 20,,r. oake,4,"12,5",roof,1.3,2.2\r\n' +
        "late,lamp crew,Long Walk,,mo-fr,,,6,outdoors,,\r\n",
    );
    expect(wrong).toEqual([]);
    expect(needs).toEqual([
      {
        ...{ id: "n-1", shiftId: "early", crew: "Glaziers", place: "palm court", unitId: "u-20" },
        ...{ inspectorId: "p-1", days: 127, onDay: null, moveMin: 4 },
        work: {
          ...{ under: "roof", handsM: 12.5, outM: 0, persons: 1, itemsKg: 0 },
          door: { widthM: 1.3, heightM: 2.2 },
        },
      },
      {
        ...{ shiftId: "late", crew: "lamp crew", place: "Long Walk", unitId: null, inspectorId: null },
        ...{ days: 31, onDay: null, moveMin: 0 },
        work: { under: "open_sky", handsM: 6, outM: 0, persons: 1, itemsKg: 0 },
      },
    ]);
  });

  it("leaves out a line with something wrong in it, and says which, where and what", () => {
    const line = (cells: string) => `shift,crew,place,unit,days,day,hands_m,door_width_m\n${cells}\n`;
    for (const [cells, column, cell] of [
      ["noon,glaziers,Palm Court,LM-20,,,,", "shift", "noon"],
      ["early,,Palm Court,LM-20,,,,", "crew", ""],
      ["early,glaziers,Palm Court,LM-99,,,,", "unit", "LM-99"],
      ["early,glaziers,Palm Court,,,,,", "unit", ""],
      ["early,glaziers,Palm Court,LM-20,someday,,,", "days", "someday"],
      ["early,glaziers,Palm Court,LM-20,,2026-13-40,,", "day", "2026-13-40"],
      ["early,glaziers,Palm Court,LM-20,,,six,", "hands_m", "six"],
      ["early,glaziers,Palm Court,LM-20,,,900,", "hands_m", "900"],
      ["early,glaziers,Palm Court,LM-20,,,6,1.3", "door_height_m", ""],
    ] as const)
      expect(read(line(cells)), cells).toEqual({ needs: [], wrong: [{ line: 2, column, cell }] });
    expect(read("a,b\n1,2\n")).toEqual({ needs: [], wrong: [] });
    expect(read("BEGIN:VCALENDAR\nnonsense")).toEqual({ needs: [], wrong: [] });
  });

  it("is read from a calendar: who, where, on which shift and days, by the clocks of the site", () => {
    const calendar = (event: string) =>
      `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nSUMMARY:glaziers\r\nLOCATION:Alpine House\r\n${event}\r\nDESCRIPTION:unit: LM-20\\nminutes away: 4\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
    const only = (event: string, zone = "UTC") => read(calendar(event), zone).needs[0];
    expect(only("DTSTART:20260302T063000")).toMatchObject({
      ...{ shiftId: "early", crew: "glaziers", place: "Alpine House", unitId: "u-20" },
      ...{ onDay: "2026-03-02", days: 127, moveMin: 4 },
    });
    // Half past one by UTC is half past two by CET: the late shift begins.
    expect(only("DTSTART:20260302T133000Z", "CET")).toMatchObject({ shiftId: "late", onDay: "2026-03-02" });
    expect(only("DTSTART:20260302T063000\r\nRRULE:FREQ=WEEKLY;BYDAY=MO,WE")).toMatchObject({
      days: 5,
      onDay: null,
    });
    expect(only("DTSTART:20260303T063000\r\nRRULE:FREQ=WEEKLY")).toMatchObject({ days: 2, onDay: null });
    expect(only("DTSTART:20260302T063000\r\nRRULE:FREQ=DAILY")).toMatchObject({ days: 127, onDay: null });
    expect(read(calendar("DTSTART:20260302T063000\r\nRRULE:FREQ=MONTHLY")).wrong).toEqual([
      { line: 1, column: "days", cell: "MONTHLY 1" },
    ]);
    expect(read(calendar("DTSTART;VALUE=DATE:20260302")).wrong).toEqual([
      { line: 1, column: "shift", cell: "" },
    ]);
  });

  it("knows days of the week alone, in a row, and over its end", () => {
    expect([daysIn("mo"), daysIn("Mon, Wed"), daysIn("sa-mo"), daysIn(""), daysIn("daily")]).toEqual([
      1, 5, 97, 127, 127,
    ]);
    expect(daysIn("mo-x")).toBeUndefined();
  });
});
