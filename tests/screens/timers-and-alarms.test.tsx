import { act, cleanup } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { AlarmTap } from "@/screens/inspect/alarm-tap";
import { CheckTimers, StartTimers } from "@/screens/inspect/check-timers";
import { button, fireEvent, press, screen, show } from "./show";
import { boom, checkWhere, scissor } from "./walk";

const timeOut = checkWhere(scissor, ({ definition }) => definition.id === "platform.enable_time_out");
const alarm = checkWhere(scissor, ({ definition }) => definition.id === "platform.alarm_pattern");
const seconds = scissor.figures.enable_time_out?.value ?? 0;

const pass = (s: number) => act(() => vi.advanceTimersByTime(s * 1000));
const timers = () => show(<CheckTimers check={timeOut} sheet={scissor} walk="w" />);

beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers({ now: new Date("2026-06-10T05:40:00Z") });
});
afterEach(() => vi.useRealTimers());

describe("a timer in a test", () => {
  it("has the seconds of this model's sheet, runs out on the screen, and says what then", () => {
    expect(seconds).toBeGreaterThan(2);
    timers();
    press(`Enable time-out: start ${seconds} s`);
    pass(1);
    expect(screen.getByText(`${seconds - 1} s`)).toBeTruthy();
    pass(seconds);
    expect(screen.getByRole("status").textContent).toBe("Time is up: go on.");
    press(/: again/);
    pass(1);
    expect(screen.getByText(`${seconds - 1} s`)).toBeTruthy();
  });

  it("goes on through a reload, by a clock that is years wrong", () => {
    vi.setSystemTime(new Date("2003-01-01T00:00:00Z"));
    const { unmount } = timers();
    press(/: start/);
    pass(1);
    unmount();
    vi.setSystemTime(new Date("2003-01-01T00:00:02Z"));
    timers();
    pass(0.4);
    expect(screen.getByText(`${seconds - 2} s`)).toBeTruthy();
  });

  it("asks for the test again where the time ran out with the page away, or a clock was set", () => {
    const { unmount } = timers();
    press(/: start/);
    pass(1);
    unmount();
    vi.setSystemTime(new Date("2026-06-10T06:40:00Z"));
    const again = timers();
    expect(screen.getByRole("status").textContent).toMatch(/^Do the test again/);
    press(/: again/);
    pass(1);
    again.unmount();
    vi.setSystemTime(new Date("2026-06-10T05:00:00Z"));
    timers();
    expect(screen.getByRole("status").textContent).toMatch(/its clock was changed/);
  });
});

describe("an engine started", () => {
  it("has the crank, its rest and the glow of this model, and nothing on a machine without one", () => {
    show(<StartTimers of="step" sheet={boom} walk="w" />);
    expect(button(/^Crank limit: start/)).toBeTruthy();
    expect(button(/^Glow time: start/)).toBeTruthy();
    press(/^Crank limit/);
    pass((boom.figures.crank_limit?.value ?? 0) + 1);
    expect(screen.getByText("Let go: its longest run is over.")).toBeTruthy();
    cleanup();
    show(<StartTimers of="step" sheet={scissor} walk="w" />);
    expect(screen.queryAllByRole("button")).toEqual([]);
  });
});

describe("an alarm", () => {
  it("says what this model's sheet has, and what somebody tapped along to", () => {
    show(
      <AlarmTap check={alarm} sheet={{ ...scissor, alarms: { lowering: "slow_beep", tilt: "fast_beep" } }} />,
    );
    expect(screen.getByText("This model's sheet: slow beep.")).toBeTruthy();
    press("Tap along");
    press("Begin");
    for (let i = 0; i < 10; i++) {
      fireEvent.pointerDown(screen.getByRole("button", { name: /^Tap here/ }));
      pass(1);
    }
    expect(screen.getByText("Slow beep")).toBeTruthy();
    expect(screen.getByText("It matches this model's sheet.")).toBeTruthy();
    press("Listen again");
    for (let i = 0; i < 12; i++) {
      fireEvent.pointerDown(screen.getByRole("button", { name: /^Tap here/ }));
      pass(0.33);
    }
    press("That is enough");
    expect(screen.getByText("Fast beep")).toBeTruthy();
    expect(screen.getByText("This model's sheet says slow beep.")).toBeTruthy();
    // Whoever cannot tap in time counts.
    const counted = screen.getByLabelText(/^Or count the sounds/);
    fireEvent.change(counted, { target: { value: "1x" } });
    expect(button("Match").disabled).toBe(true);
    fireEvent.change(counted, { target: { value: "10" } });
    press("Match");
    expect(screen.getByText("Slow beep")).toBeTruthy();
  });
});
