import { describe, expect, it, vi } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import type { InspectData } from "@/screens/inspect/inspect-data";
import { MeasureField } from "@/screens/inspect/measure-field";
import { gradeOfReading } from "@/screens/inspect/words";
import { alerted, button, enter, fireEvent, press, screen, show } from "./show";
import { checkWhere, scissor, walkOf } from "./walk";

const isReading = (quantity: string) => (check: { definition: { measure?: { quantity: string } } }) =>
  check.definition.measure?.quantity === quantity;

function field(sheet: Sheet, quantity: string, more: Partial<InspectData> = {}) {
  const check = checkWhere(sheet, isReading(quantity));
  const onMeasure = vi.fn();
  const data = walkOf(sheet, more);
  show(<MeasureField check={check} data={data} onMeasure={onMeasure} />);
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
    expect(onMeasure.mock.calls).toEqual([[limit + 1, undefined]]);
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
    expect(onMeasure.mock.calls).toEqual([[limit * 10, undefined]]);
  });

  it("changed after it was asked about is asked about anew", () => {
    const { onMeasure, fill, limit } = field(scissor, stopping(scissor));
    fill(`${limit * 10}`);
    press("Enter");
    fill(`${limit}`);
    expect(alerted()).toEqual([]);
    press("Enter");
    expect(onMeasure.mock.calls).toEqual([[limit, undefined]]);
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
    expect(onMeasure.mock.calls).toEqual([[25, 24]]);
  });

  it("in feet is stored in metres", () => {
    const { onMeasure, fill, limit } = field(scissor, "stopping_distance", { measures: "imperial" });
    expect(limit).toBeGreaterThan(0.3048);
    fill("1");
    enter(/Stopping distance/);
    expect(onMeasure.mock.calls[0]?.[0]).toBeCloseTo(0.3048, 3);
  });
});
