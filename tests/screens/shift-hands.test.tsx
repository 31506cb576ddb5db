import { act } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { FoundRows } from "@/screens/shift/found-rows";
import { WhoIsAway } from "@/screens/shift/who-is-away";
import { PartsOnDrawing, type PartsTouched } from "@/screens/workshop/parts-on-drawing";
import { asked, fireEvent, press, screen, serverSays, show, type } from "./show";
import { scissor, startMs } from "./walk";

const settle = () => act(async () => {});
const hourMs = 3_600_000;

describe("who is away", () => {
  const view = (partly = {}) =>
    show(
      <WhoIsAway
        shift={{ siteId: "yard", shiftId: "early", day: "2026-03-02" }}
        people={{ a: "R. Oake", b: "J. Wren" }}
        away={["b"]}
        partly={partly}
        startMs={startMs}
        zone="UTC"
      />,
    );
  /** A time of day so many hours from the start. */
  const time = (hours: number) => new Date(startMs + hours * hourMs).toISOString().slice(11, 16);

  it("says hours for a part of a shift as minutes from its start, over midnight too", async () => {
    serverSays([200, {}], [200, {}]);
    view();
    press("Who is away (1)");
    fireEvent.click(screen.getAllByLabelText("Part of it")[0] as HTMLElement);
    expect(asked).toEqual([]);
    type("R. Oake: Comes at", time(1));
    fireEvent.click(screen.getByText("Save"));
    await settle();
    type("R. Oake: Goes at", time(11));
    type("R. Oake: Comes at", time(-2));
    fireEvent.click(screen.getByText("Save"));
    await settle();
    expect(asked.map(({ body }) => body)).toMatchObject([
      { personId: "a", away: false, fromMin: 60, untilMin: null },
      { personId: "a", away: false, fromMin: -120, untilMin: 660 },
    ]);
  });

  it("shows the hours somebody has, and takes them back with one touch", async () => {
    serverSays([200, {}]);
    view({ a: { fromMin: 60, untilMin: null } });
    press("Who is away (1)");
    expect((screen.getByLabelText("R. Oake: Comes at") as HTMLInputElement).value).toBe(time(1));
    fireEvent.click(screen.getAllByLabelText("Here")[0] as HTMLElement);
    await settle();
    expect(asked[0]?.body).toMatchObject({ personId: "a", away: false, fromMin: null, untilMin: null });
  });
});

describe("many rows", () => {
  const rows = ["LM-01 glaziers Palm Court", "LM-02 lamp crew Long Walk"].map((words) => ({
    ...{ key: words, words },
    row: <li>{words}</li>,
  }));
  it("are found by any words of theirs, and what stands below them stays", () => {
    show(
      <FoundRows rows={rows} finds>
        <li>No unit</li>
      </FoundRows>,
    );
    type("Find a unit, a crew, a place or a person", "walk lm");
    expect(screen.getAllByRole("listitem").map((one) => one.textContent)).toEqual([
      rows[1]?.words,
      "No unit",
    ]);
    expect(screen.getByRole("status").textContent).toBe("1 of 2");
  });
});

describe("parts on the drawing", () => {
  it("are repaired, disturbed and untouched again by touching their place and them", () => {
    const got: PartsTouched[] = [];
    const view = (touched: PartsTouched) => (
      <PartsOnDrawing sheet={scissor} touched={touched} onTouch={(next) => void got.push(next)} />
    );
    const { rerender } = show(view({ repaired: [], disturbed: ["hoses"] }));
    // On the board, and on the strip it folds into.
    fireEvent.click(screen.getAllByRole("button", { name: /\. Hydraulic tray$/ })[0] as HTMLElement);
    press("Hoses: disturbed");
    rerender(view({ repaired: ["hoses"], disturbed: ["covers"] }));
    press("Hoses: repaired");
    expect(got).toEqual([
      { repaired: [], disturbed: [] },
      { repaired: [], disturbed: ["covers", "hoses"] },
    ]);
  });
});
