import { beforeEach, describe, expect, it, vi } from "vitest";
import { madeOnStep } from "@/core/record/made-on-step";
import { reduce } from "@/core/record/reduce";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { LampReader } from "@/screens/inspect/lamp-reader";
import { MadeOn } from "@/screens/inspect/made-on";
import { WayDownTime } from "@/screens/inspect/way-down-time";
import { button, fireEvent, press, screen, show } from "./show";
import { boom, checkWhere, scissor, walkOf } from "./walk";

const hold = checkWhere(scissor, ({ definition }) => definition.id === "drive.brake_hold");
const tilt = checkWhere(scissor, ({ definition }) => definition.id === "tilt.alarm");

beforeEach(() => localStorage.clear());

function on(check: typeof hold, said: readonly string[] = [], measures: "metric" | "imperial" = "metric") {
  const dispatch = vi.fn(async () => "kept" as const);
  const events = said.map((step, i) => ({
    type: "changed",
    step,
    id: `${i}`,
    deviceId: "d",
    seq: i + 1,
    follows: null,
  }));
  const model = { data: walkOf(scissor, { measures }), reduction: reduce(events as never), dispatch };
  const { unmount } = show(<MadeOn check={check} model={model} />);
  return { dispatch, unmount };
}
const fill = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(new RegExp(`^${label}`), { selector: "[inputmode]" }), {
    target: { value },
  });

describe("what a slope test is made on", () => {
  it("names what serves this machine, says at once whether a ramp does, and records what was read", () => {
    const { dispatch } = on(hold);
    expect(screen.getByText("Use a slope from 20 % (11.3°) to 24 % (13.5°).")).toBeTruthy();
    press("Is it steep enough? Measure it");
    fireEvent.click(screen.getByLabelText("Rise and level run"));
    expect(button("Record it").disabled).toBe(true);
    fill("Rise", "100");
    fill("Run, level", "1000");
    expect(screen.getByText(/Too gentle: the test proves nothing here/)).toBeTruthy();
    fill("Rise", "220");
    expect(screen.getByText(/^22 % \(12.4°\), give or take .* This will do\.$/)).toBeTruthy();
    press("Record it");
    const step = madeOnStep(hold.key, { method: "rise_over_run", inputs: { riseMm: 220, runMm: 1000 } });
    expect(dispatch.mock.calls).toEqual([[{ act: "changed", steps: [step] }]]);
  });

  it("keeps the yard's ramp on the tablet: the next time it is one touch", () => {
    const first = on(hold);
    press("Is it steep enough? Measure it");
    fill("Slope", "22");
    press("Record it");
    first.unmount();
    const { dispatch } = on(hold);
    press("Same as last time: 22 % (12.4°)");
    expect(dispatch).toHaveBeenCalledOnce();
  });

  it("offers the slope that was measured for another test of this walk", () => {
    const how = { method: "percent", inputs: { percent: 21 } };
    const { dispatch } = on(tilt, [madeOnStep(hold.key, how)]);
    press("Same as last time: 21 % (11.9°)");
    expect(dispatch).toHaveBeenCalledWith({ act: "changed", steps: [madeOnStep(tilt.key, how)] });
  });

  it("takes inches for a block, and names the blocks that trip the sensor", () => {
    const { dispatch } = on(tilt, [], "imperial");
    expect(screen.getByText(/Or a block of 1.5 in or more under the wheels of one side\./)).toBeTruthy();
    press("Is it steep enough? Measure it");
    fireEvent.click(screen.getByLabelText("Block, one side"));
    fill("Block", "2");
    expect(screen.getByText(/This will do/)).toBeTruthy();
    press("Record it");
    const step = madeOnStep(tilt.key, { method: "block_one_side", inputs: { blockMm: 50.8 } });
    expect(dispatch).toHaveBeenCalledWith({ act: "changed", steps: [step] });
  });

  it("says what was measured before, and takes no slope that cannot be one", () => {
    on(hold, [madeOnStep(hold.key, { method: "percent", inputs: { percent: 8 } })]);
    expect(screen.getByText(/^8 % .*Too gentle/)).toBeTruthy();
    press("Measure it again");
    fill("Slope", "400");
    expect(screen.getByText(/cannot be right/)).toBeTruthy();
    expect(button("Record it").disabled).toBe(true);
  });

  it("is left out of every other check", () => {
    const other = checkWhere(
      scissor,
      ({ definition }) => definition.id === "drive.travel_alarm" || definition.id === "drive.speeds",
    );
    on(other);
    expect(screen.queryAllByRole("button")).toEqual([]);
  });
});

describe("the way down on the emergency pump", () => {
  it("is worked out from a part of it, with the rests its longest run asks for", () => {
    const check = checkWhere(boom, ({ definition }) => definition.id === "ground.auxiliary");
    const [run, rest] = [
      boom.figures.auxiliary_longest_run?.value ?? 0,
      boom.figures.auxiliary_rest?.value ?? 0,
    ];
    const dispatch = vi.fn(async () => "kept" as const);
    show(<WayDownTime check={check} model={{ data: walkOf(boom), reduction: reduce([]), dispatch }} />);
    press("Time the way down");
    fill("Time", `${run / 2}`);
    fill("Part of the full height", "100");
    expect(screen.getByText(`Down from full height in about ${run / 2} s: one run is enough.`)).toBeTruthy();
    fill("Part of the full height", "25");
    expect(
      screen.getByText(
        `Down from full height in about ${2 * run + rest} s: 2 runs, with its rest between them.`,
      ),
    ).toBeTruthy();
    fill("Part of the full height", "0");
    expect(button("Record it").disabled).toBe(true);
    fill("Part of the full height", "25");
    press("Record it");
    const how = { method: "timed_part", inputs: { timeS: run / 2, partPercent: 25 } };
    expect(dispatch).toHaveBeenCalledWith({ act: "changed", steps: [madeOnStep(check.key, how)] });
  });
});

describe("the way down by a valve", () => {
  it("is timed too, and told in seconds from full height", () => {
    const check = checkWhere(scissor, ({ definition }) => definition.id === "ground.descent_valve");
    const dispatch = vi.fn(async () => "kept" as const);
    show(<WayDownTime check={check} model={{ data: walkOf(scissor), reduction: reduce([]), dispatch }} />);
    press("Time the way down");
    fill("Time", "19");
    fill("Part of the full height", "50");
    expect(screen.getByText("Down from full height in about 38 s.")).toBeTruthy();
    press("Record it");
    const how = { method: "timed_part", inputs: { timeS: 19, partPercent: 50 } };
    expect(dispatch).toHaveBeenCalledWith({ act: "changed", steps: [madeOnStep(check.key, how)] });
  });
});

describe("a lamp picked as it looks", () => {
  it("says in the sheet's words what it means steady and flashing, what to do, and the page", () => {
    show(<LampReader sheet={scissor} onClose={() => undefined} />);
    press("Amber, three short bars, platform panel");
    expect(
      screen.getAllByText("Lift is locked out until it has been charged. Manual page 42.").length,
    ).toBeGreaterThan(0);
    expect(
      screen.getAllByText("Lower now, while it still moves. Then charge or refuel.").length,
    ).toBeGreaterThan(0);
  });

  it("says the usual meaning of one the sheet does not describe, and what a boom does off level", () => {
    show(<LampReader sheet={demoSheets["pellbridge-tb28"]} onClose={() => undefined} />);
    press("Tilt");
    expect(screen.getAllByText(/^Retract the boom, lower it below horizontal/).length).toBeGreaterThan(0);
  });
});
