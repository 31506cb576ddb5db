import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import type { Check } from "@/core/catalogue/catalogue";
import type { OpenMatter } from "@/core/grade/matters";
import { checkFirst, type TestMade } from "@/core/underway/shown";
import { WrongDialog } from "@/screens/inspect/wrong-dialog";
import { button, enter, fireEvent, press, screen, show, type } from "./show";
import { boom, checkWhere, scissor, walkOf } from "./walk";

type DialogProps = Parameters<typeof WrongDialog>[0];

/** What was looked into is kept by the walk, and comes back with it. */
function Kept({
  before,
  onLooked,
  dialog,
}: {
  before: readonly string[];
  onLooked: DialogProps["onLooked"];
  dialog: Omit<DialogProps, "looked" | "onLooked">;
}) {
  const [looked, setLooked] = useState(new Set(before));
  return (
    <WrongDialog
      {...dialog}
      looked={looked}
      onLooked={(of, id) => {
        onLooked(of, id);
        setLooked((was) => new Set([...was, id]));
      }}
    />
  );
}

function dialog(
  check: Check,
  {
    sheet = scissor,
    answered = false,
    data = walkOf(sheet),
    state = check.definition.needs,
    made = [] as readonly TestMade[],
    matters = [] as readonly OpenMatter[],
    looked: before = [] as readonly string[],
  } = {},
) {
  const onLooked = vi.fn();
  const told = { onClose: vi.fn(), onAnswer: vi.fn(), onWorks: vi.fn(), onCorrect: vi.fn(), onSkip: vi.fn() };
  show(
    <Kept
      before={before}
      onLooked={onLooked}
      dialog={{ check, data, matters, state, made, readings: {}, helps: undefined, answered, ...told }}
    />,
  );
  return { ...told, onLooked };
}

const byId = (id: string) => checkWhere(scissor, (check) => check.definition.id === id);
/** A movement of the boom that several interlocks would explain. */
const movement = checkWhere(
  boom,
  ({ definition, definition: { test }, conditions }) =>
    test !== undefined &&
    test.station === "platform" &&
    "did_not_move" in conditions &&
    checkFirst(boom, test, definition.needs, []).length > 1,
);
const causes = (() => {
  const { test, needs } = movement.definition;
  return test === undefined ? [] : checkFirst(boom, test, needs, []);
})();
const touched = () => screen.getAllByRole("button", { pressed: false });

describe("what is wrong with a check", () => {
  it("is graded before it is recorded, and carries its note", () => {
    const check = byId("rails.condition");
    const { onAnswer } = dialog(check);
    press(/^Cracked/);
    expect(screen.getByText("This will be graded")).toBeTruthy();
    expect(screen.getByText("Tag out")).toBeTruthy();
    expect(screen.getByText(/Hang the tag at every station/)).toBeTruthy();
    type("Note for the technician", "  at the left rear post ");
    press("Record it");
    expect(onAnswer.mock.calls).toEqual([
      [
        check,
        { condition: "cracked", note: "at the left rear post", putRight: undefined, ruledOut: undefined },
      ],
    ]);
  });

  it("says where on the part it is, and of what is watched how big: grown since it was last found, it must be repaired", () => {
    const check = byId("rails.condition");
    const found = { findingId: "f-1", check: check.key, condition: "scuffed", grade: "watch" } as const;
    const before = {
      ...found,
      place: false,
      foundBy: "T. Bram",
      foundAtMs: 0,
      accepted: false,
      sizeMm: 40,
      where: ["left"],
    } as const;
    const { onAnswer } = dialog(check, { matters: [before] });
    press(/^Scuffed/);
    expect(screen.getByText(/T. Bram: left, 40 mm/)).toBeTruthy();
    expect(screen.getByText("Watch")).toBeTruthy();
    fireEvent.click(screen.getByLabelText("Left"));
    fireEvent.click(screen.getByLabelText("Top"));
    fireEvent.click(screen.getByLabelText("Top"));
    const size = screen.getByLabelText(/^How big/);
    fireEvent.change(size, { target: { value: "0,2" } });
    expect(button("Record it").disabled).toBe(true);
    fireEvent.change(size, { target: { value: "40" } });
    expect(screen.getByText("Watch")).toBeTruthy();
    fireEvent.change(size, { target: { value: "40,5" } });
    expect(screen.queryByText("Watch")).toBeNull();
    expect(screen.getByText("Grown since the last inspection")).toBeTruthy();
    press("Record it");
    expect(onAnswer.mock.calls[0]?.[1]).toMatchObject({
      condition: "scuffed",
      where: ["left"],
      sizeMm: 40.5,
    });
  });

  it("that no condition names is put in one's own words, and takes the unit out of use", () => {
    const check = byId("rails.condition");
    const { onAnswer } = dialog(check);
    press(/^Something else/);
    expect(screen.getByText("Tag out")).toBeTruthy();
    expect(button("Record it").hasAttribute("disabled")).toBe(true);
    type(/^What is it, and where/, "a nest behind the charger");
    press("Record it");
    expect(onAnswer.mock.calls[0]?.[1]).toMatchObject({
      condition: "something_else",
      note: "a nest behind the charger",
    });
  });

  it("is picked by its number, but not while a note is being typed", () => {
    const check = byId("rails.condition");
    dialog(check);
    fireEvent.keyDown(window, { key: "1" });
    const picked = Object.keys(check.conditions)[0];
    expect(picked).toBeDefined();
    const note = screen.getByLabelText("Note for the technician");
    fireEvent.keyDown(note, { key: "2" });
    expect(screen.getByLabelText("Note for the technician")).toBe(note);
  });

  it("cannot be skipped without a reason", () => {
    const { onSkip } = dialog(byId("rails.condition"));
    press("Cannot do this check");
    expect(screen.getByText("The unit cannot be cleared with a check skipped.")).toBeTruthy();
    expect(button("Record it").disabled).toBe(true);
    type("Why not?", "   ");
    enter("Why not?");
    expect(onSkip).not.toHaveBeenCalled();
    type("Why not?", "under snow");
    enter("Why not?");
    expect(onSkip.mock.calls[0]?.[1]).toBe("under snow");
  });

  it("that was a slip is corrected to fine; of a check not answered yet nothing is to be corrected", () => {
    const check = byId("rails.condition");
    const { onCorrect } = dialog(check, { answered: true });
    press("It is OK");
    expect(onCorrect.mock.calls).toEqual([[check, { fine: true }]]);
  });

  it("offers no correction of a check not answered yet", () => {
    dialog(byId("rails.condition"));
    expect(screen.queryByText("Correct the first answer")).toBeNull();
  });

  it("put right on the spot is recorded as put right, with its grade", () => {
    const check = byId("battery.water");
    const { onAnswer } = dialog(check);
    press(/^Low/);
    press("Topped up with distilled water");
    press("Record it");
    expect(onAnswer.mock.calls[0]?.[1]).toMatchObject({ putRight: expect.any(String) });
  });
});

describe("a movement that did not come", () => {
  it("is a finding only when everything that would explain it has been looked at", () => {
    const { onAnswer } = dialog(movement, { sheet: boom });
    press(/^Did not move/);
    expect(screen.getByText("None of them is a fault.", { exact: false })).toBeTruthy();
    expect(button(`${causes.length} still open`).disabled).toBe(true);
    for (const one of touched()) fireEvent.click(one);
    press(/All checked/);
    press("Record it");
    expect(onAnswer.mock.calls[0]?.[1]).toMatchObject({ condition: "did_not_move", ruledOut: causes });
  });

  it("is recorded as looked into by the first touch, once, and gone on with where it was left", () => {
    const { onLooked } = dialog(movement, { sheet: boom });
    press(/^Did not move/);
    const [first] = touched();
    if (first === undefined) throw new Error("expected something to rule out");
    fireEvent.click(first);
    fireEvent.click(screen.getByRole("button", { pressed: true }));
    expect(onLooked.mock.calls).toEqual([[movement, causes[0]]]);
    expect(button(`${causes.length - 1} still open`).disabled).toBe(true);
  });

  it("that is looked into opens where it was left, and what it does now may be worse than nothing", () => {
    const { onAnswer } = dialog(movement, { sheet: boom, looked: causes.slice(0, 1) });
    expect(button(`${causes.length - 1} still open`).disabled).toBe(true);
    press("Back");
    press(/^Moved the wrong way/);
    press("Record it");
    expect(onAnswer.mock.calls[0]?.[1]).toMatchObject({ condition: "wrong_way" });
  });

  it("that works now records which of them it was, and is no finding", () => {
    const { onAnswer, onWorks } = dialog(movement, { sheet: boom });
    press(/^Did not move/);
    press("Works now: it was one of these");
    expect(screen.getByText("Which one was it?")).toBeTruthy();
    const choices = screen.getAllByRole("button").filter((one) => one.textContent !== "Back");
    expect(choices).toHaveLength(causes.length);
    // Whoever used the rescue override tags the unit out: it is no reason to go on.
    expect(choices.map((one) => one.textContent)).not.toContain("Rescue override has been used");
    fireEvent.click(choices[1] as HTMLElement);
    expect(onWorks.mock.calls).toEqual([[movement, causes[1]]]);
    expect(onAnswer).not.toHaveBeenCalled();
  });

  it("that works now for no reason found is a finding all the same", () => {
    const { onAnswer, onWorks } = dialog(movement, { sheet: boom });
    press(/^Did not move/);
    press("Works now, no reason found");
    press("Record it");
    expect(onWorks).not.toHaveBeenCalled();
    expect(onAnswer.mock.calls[0]?.[1]).toMatchObject({ condition: "intermittent" });
  });

  it("that never stops is explained away by nothing", () => {
    const { onAnswer } = dialog(movement, { sheet: boom });
    const worse = Object.keys(movement.conditions).filter((id) => id !== "did_not_move");
    expect(worse.length).toBeGreaterThan(0);
    press(/^Did not stop/);
    expect(screen.queryByText("Works now: it was one of these")).toBeNull();
    press("Record it");
    expect(onAnswer.mock.calls[0]?.[1]).not.toHaveProperty("ruledOut", causes);
  });
});
