import { createEvent } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { useSingleTaps } from "@/screens/inspect/single-taps";
import { button, fireEvent, screen, show } from "./show";

function Rows({ onTap }: { onTap: (row: string) => void }) {
  const single = useSingleTaps();
  return (
    <div onClickCapture={single} data-testid="panel">
      {["rails", "gate"].map((row) => (
        <button key={row} type="button" onClick={() => onTap(row)}>
          {row}
        </button>
      ))}
    </div>
  );
}

function Ticks({ onTick }: { onTick: () => void }) {
  const single = useSingleTaps();
  return (
    <div onClickCapture={single}>
      <label>
        <input type="checkbox" onClick={onTick} />
        <span>Left side</span>
      </label>
    </div>
  );
}

/** A tap of a finger at a spot, at a time; `detail` 0 is a key or a script. */
function tap(row: string, atMs: number, { x = 100, y = 100, detail = 1 } = {}): void {
  const target = button(row);
  const event = createEvent.click(target, { clientX: x, clientY: y, detail });
  Object.defineProperty(event, "timeStamp", { value: atMs });
  fireEvent(target, event);
}

describe("taps by a glove", () => {
  it("at one spot within 400 ms are one, even where another row has come to stand there", () => {
    const onTap = vi.fn();
    show(<Rows onTap={onTap} />);
    tap("rails", 1000);
    tap("rails", 1150);
    tap("gate", 1300, { x: 112, y: 96 });
    expect(onTap.mock.calls).toEqual([["rails"]]);
  });

  it("later, or elsewhere, or after a scroll, are taken", () => {
    const onTap = vi.fn();
    show(<Rows onTap={onTap} />);
    tap("rails", 1000);
    tap("gate", 1401);
    tap("rails", 1500, { x: 100, y: 140 });
    screen.getByTestId("panel").scrollTop = 60;
    tap("gate", 1600, { x: 100, y: 140 });
    expect(onTap).toHaveBeenCalledTimes(4);
  });

  it("by keyboard have no spot, and each counts", () => {
    const onTap = vi.fn();
    show(<Rows onTap={onTap} />);
    tap("rails", 1000, { detail: 0 });
    tap("gate", 1010, { detail: 0 });
    expect(onTap).toHaveBeenCalledTimes(2);
  });

  it("on the words of a field are one, though a browser makes two clicks of it; twice at once is still one", () => {
    const onTick = vi.fn();
    show(<Ticks onTick={onTick} />);
    const words = screen.getByText("Left side");
    const at = (target: HTMLElement, atMs: number) => {
      const event = createEvent.click(target, { clientX: 100, clientY: 100, detail: 1 });
      Object.defineProperty(event, "timeStamp", { value: atMs });
      return fireEvent(target, event);
    };
    at(words, 1000);
    // The second click as a browser makes it: at the same spot, at once.
    expect(at(screen.getByLabelText("Left side"), 1000)).toBe(true);
    const ticks = onTick.mock.calls.length;
    expect(at(words, 1200)).toBe(false);
    expect(onTick).toHaveBeenCalledTimes(ticks);
  });
});
