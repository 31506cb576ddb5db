import { describe, expect, it, vi } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { cleanFacts } from "@/core/decision/clean-facts";
import { methodsFor } from "@/core/measure/methods";
import { meterCheck } from "@/core/record/hours-read";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import type { InspectData } from "@/screens/inspect/inspect-data";
import { MeasureField } from "@/screens/inspect/measure-field";
import type { Readings } from "@/screens/inspect/reading";
import { gradeOfReading } from "@/screens/inspect/words";
import { alerted, button, enter, fireEvent, press, screen, show } from "./show";
import { checkWhere, scissor, startMs, walkOf } from "./walk";

const isReading = (quantity: string) => (check: { definition: { measure?: { quantity: string } } }) =>
  check.definition.measure?.quantity === quantity;

function field(sheet: Sheet, quantity: string, more: Partial<InspectData> = {}, readings: Readings = {}) {
  const check = checkWhere(sheet, isReading(quantity));
  const onMeasure = vi.fn();
  const data = walkOf(sheet, more);
  show(<MeasureField check={check} data={data} readings={readings} onMeasure={onMeasure} />);
  const fields = screen.getAllByRole<HTMLInputElement>("textbox");
  const reading = fields.at(-1) as HTMLInputElement;
  const limit = figureOf(sheet, check.definition.measure?.limit ?? "gross_weight") ?? 0;
  const fill = (text: string, at = reading) => fireEvent.change(at, { target: { value: text } });
  return { check, data, onMeasure, reading, fields, limit, fill };
}

/** A quantity of this sheet whose reading, ten times what it should be, tags the unit out. */
function stopping(sheet: Sheet) {
  const data = walkOf(sheet);
  for (const check of checksOf(sheet)) {
    const { measure } = check.definition;
    const limit = measure === undefined ? undefined : figureOf(sheet, measure.limit);
    if (measure === undefined || limit === undefined || measure.sense !== "at_most") continue;
    if (methodsFor(measure.quantity, () => undefined).length > 0 && measure.quantity !== "stopping_distance")
      continue;
    if (gradeOfReading(check, data, limit * 10, limit) === "tag_out") return measure.quantity;
  }
  throw new Error("expected a reading that tags out");
}

describe("a reading typed in", () => {
  it("is recorded once, a comma is a point, and the field is empty again", () => {
    const { onMeasure, reading, fill, limit } = field(scissor, "rest_voltage");
    expect(button("Enter").disabled).toBe(true);
    fill(`${limit + 1}`.replace(".", ","));
    press("Enter");
    expect(onMeasure.mock.calls).toEqual([[{ value: limit + 1 }]]);
    expect(reading.value).toBe("");
    expect(button("Enter").disabled).toBe(true);
  });

  it.each(["twenty", "1e3", "1.2.3", "--4", "", " "])("is not taken from %j", (text) => {
    const { fill } = field(scissor, "rest_voltage");
    fill(text);
    expect(button("Enter").disabled).toBe(true);
  });

  it("that cannot be one is asked again and never recorded", () => {
    const { onMeasure, fill } = field(scissor, "rest_voltage");
    fill("2480");
    press("Enter");
    press("Enter");
    expect(onMeasure).not.toHaveBeenCalled();
    expect(alerted().join()).toContain("2480 V cannot be right here");
    // There is no button by which it could be recorded all the same.
    expect(screen.getAllByRole("button")).toHaveLength(1);
  });

  it("that would tag the unit out is shown and asked before anything is recorded", () => {
    const { onMeasure, reading, fill, limit } = field(scissor, stopping(scissor));
    fill(`${limit * 10}`);
    press("Enter");
    expect(onMeasure).not.toHaveBeenCalled();
    expect(alerted().join()).toContain("tags this unit out");
    expect(alerted().join()).toContain("Nothing is recorded yet");
    press("Type it again");
    expect(reading.value).toBe("");
    expect(alerted()).toEqual([]);
    expect(onMeasure).not.toHaveBeenCalled();
    fill(`${limit * 10}`);
    press("Enter");
    press(/record it/);
    expect(onMeasure.mock.calls).toEqual([[{ value: limit * 10 }]]);
  });

  it("changed after it was asked about is asked about anew", () => {
    const { onMeasure, fill, limit } = field(scissor, stopping(scissor));
    fill(`${limit * 10}`);
    press("Enter");
    fill(`${limit}`);
    expect(alerted()).toEqual([]);
    press("Enter");
    expect(onMeasure.mock.calls).toEqual([[{ value: limit }]]);
  });

  it("without a figure on the sheet needs the limit read off the plate, which must be one too", () => {
    const bare: Sheet = { ...scissor, figures: {} };
    const { onMeasure, fields, fill, check } = field(bare, "rest_voltage");
    expect(fields).toHaveLength(2);
    const [limit, reading] = fields as [HTMLInputElement, HTMLInputElement];
    fill("25", reading);
    expect(button("Enter").disabled).toBe(true);
    fill("-1000000", limit);
    press("Enter");
    expect(onMeasure).not.toHaveBeenCalled();
    fill("24", limit);
    press("Enter");
    expect(check.definition.measure?.quantity).toBe("rest_voltage");
    expect(onMeasure.mock.calls).toEqual([[{ value: 25, limitRead: 24 }]]);
  });

  it("in feet is stored in metres", () => {
    const { onMeasure, fill, limit } = field(scissor, "stopping_distance", { measures: "imperial" });
    expect(limit).toBeGreaterThan(0.3048);
    fill("1");
    enter(/Stopping distance/);
    expect(onMeasure.mock.calls[0]?.[0].value).toBeCloseTo(0.3048, 3);
  });
});

describe("a reading worked out from what was measured", () => {
  const put = (label: string, text: string) =>
    fireEvent.change(screen.getByRole("textbox", { name: new RegExp(`^${label}`) }), {
      target: { value: text },
    });

  it("is the raised run against the lowered one of this walk, never a ratio typed by hand", () => {
    const { onMeasure } = field(scissor, "speed_ratio", {}, { "drive.lowered_run": 1 });
    expect(screen.getByText("Speed lowered: 1 m/s.")).toBeTruthy();
    expect(screen.queryByText("Type the reading")).toBeNull();
    put("Length", "10");
    expect(button("Enter").disabled).toBe(true);
    put("Time", "50");
    expect(screen.getByText(/^0.2, give or take 0.01/)).toBeTruthy();
    press("Enter");
    expect(onMeasure.mock.calls).toEqual([
      [
        {
          value: 0.2,
          how: { method: "timed_run_raised", inputs: { lengthM: 10, timeS: 50, loweredMs: 1 } },
        },
      ],
    ]);
  });

  it("asks for the lowered run where none has been timed, and takes its speed all the same", () => {
    const { onMeasure } = field(scissor, "speed_ratio");
    expect(screen.getByText(/has not been timed on this walk/)).toBeTruthy();
    put("Length", "10");
    put("Time", "50");
    expect(button("Enter").disabled).toBe(true);
    put("Speed lowered", "1,25");
    press("Enter");
    expect(onMeasure.mock.calls[0]?.[0].value).toBeCloseTo(0.16, 4);
  });

  it("says what cannot be, and records nothing of it", () => {
    const { onMeasure } = field(scissor, "drive_speed");
    put("Length", "10");
    put("Time", "0");
    expect(screen.getByText(/cannot be right: check each of them/)).toBeTruthy();
    expect(button("Enter").disabled).toBe(true);
    expect(onMeasure).not.toHaveBeenCalled();
  });

  it("says where it is too close to its limit to tell", () => {
    const { limit } = field(scissor, "speed_ratio", {}, { "drive.lowered_run": 1 });
    put("Length", "5");
    put("Time", `${5 / limit}`);
    expect(screen.getByText(/Too close to the limit to tell/)).toBeTruthy();
  });

  it("changes its way with a touch, and forgets what was put in for the other", () => {
    const { onMeasure } = field(scissor, "stopping_distance");
    expect(screen.getByRole<HTMLInputElement>("radio", { name: "Type the reading" }).checked).toBe(true);
    fireEvent.click(screen.getByRole("radio", { name: "Paces" }));
    put("Paces", "1");
    expect(screen.getByText(/^0.75 m, give or take 0.38 m/)).toBeTruthy();
    fireEvent.click(screen.getByRole("radio", { name: "Wheel turns" }));
    expect(button("Enter").disabled).toBe(true);
    expect(onMeasure).not.toHaveBeenCalled();
  });
});

describe("the hour meter", () => {
  const readMs = startMs - 3 * 86_400_000;
  const meterField = (typed: string) => {
    const check = checkWhere(scissor, ({ definition }) => definition.id === meterCheck);
    const onMeasure = vi.fn();
    const meter = { machineHours: 1_250, aheadHours: 250, atMs: readMs };
    const data = walkOf(scissor, { facts: { ...cleanFacts(startMs), meter }, nowMs: startMs });
    vi.spyOn(Date, "now").mockReturnValue(startMs);
    show(<MeasureField check={check} data={data} readings={{}} onMeasure={onMeasure} />);
    fireEvent.change(screen.getByRole("textbox"), { target: { value: typed } });
    press("Enter");
    vi.mocked(Date.now).mockRestore();
    return onMeasure;
  };

  it("is shown as it was read last, and taken where it can have run that", () => {
    const onMeasure = meterField("1040");
    expect(screen.getByText(/^Last read: 1,?000 h, 2026-02-27$/)).toBeTruthy();
    expect(onMeasure).toHaveBeenCalledWith({ value: 1_040 });
  });

  it.each([
    ["990", /less than the last reading/],
    ["1080", /more than it can have run/],
  ])("asks once more where %s cannot be, and keeps what it does show", (typed, words) => {
    const onMeasure = meterField(typed);
    expect(onMeasure).not.toHaveBeenCalled();
    expect(screen.getByText(words)).toBeTruthy();
    press(/^It is .* record it$/);
    expect(onMeasure).toHaveBeenCalledWith({ value: Number(typed) });
  });
});
