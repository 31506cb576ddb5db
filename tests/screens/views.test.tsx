import { within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { ShiftRow } from "@/contract/shift";
import type { StandingState } from "@/core/decision/standing";
import { noPins } from "@/core/shift/pins";
import { type ShiftData, ShiftView } from "@/screens/shift/shift-view";
import { isBarred, stateMark } from "@/screens/states";
import { type May, type ReturnTag, ReturnView } from "@/screens/tagged/return-view";
import { TaggedView } from "@/screens/tagged/tagged-view";
import { type UnitData, UnitView } from "@/screens/unit/unit-view";
import { button, screen, show } from "./show";
import { scissor, startMs } from "./walk";

const hourMs = 3_600_000;
/** A site an hour ahead: what is stored as 05:40 is said as 06:40. */
const zone = "+01:00";
const states = Object.keys(stateMark) as StandingState[];
const usable = (state: StandingState) => state === "cleared" || state === "cleared_with_notes";

const row = (state: StandingState, more: Partial<ShiftRow> = {}): ShiftRow => ({
  unsigned: 0,
  unitId: state,
  plate: state,
  family: "slab_scissor",
  crew: "Glaziers",
  place: "Hall B",
  needId: state,
  lateMin: 0,
  pinned: false,
  standing: {
    state,
    usable: usable(state),
    tags: state === "tagged_out" ? ["T-0007"] : state === "held" ? ["R-1A2B"] : [],
    untilMs: startMs + 8 * hourMs,
    signedBy: "J. Wren",
    signedAtMs: startMs,
  },
  minutes: 22,
  checks: 108,
  ...more,
});

const shift = (
  rows: readonly ShiftRow[],
  mayInspect = true,
  stops: ShiftData["stops"] = [],
  more: Partial<ShiftData> = {},
) =>
  show(
    <ShiftView
      data={{
        nowMs: startMs,
        zone,
        shift: {
          ...{ id: "early", startMs: startMs + hourMs / 2, endMs: startMs + 8 * hourMs },
          day: "2026-03-02",
        },
        rows,
        ...{
          unserved: [],
          cancelled: [],
          later: [],
          withoutSheet: 0,
          changes: [],
          away: [],
          partly: {},
          retests: [],
          jobs: [],
          outside: {},
        },
        ...{ served: { atStart: 1, lateMin: 0 }, inListOrder: { atStart: 0, lateMin: 9 }, crewMin: 0 },
        ...{ plan: { given: {}, orders: {} }, pins: noPins, people: { oake: "R. Oake" }, plates: {} },
        morning: {
          ...{ nowMin: 0, endMin: 120, crews: [], units: [], jobs: [], people: [], walkingMin: {} },
          ...{ elsewhereMin: 0, assistants: 0 },
        },
        personId: "oake",
        mayPlan: false,
        ...more,
        mayInspect,
        siteId: "yard",
        stops,
        mayLift: false,
        measures: "metric" as const,
      }}
    />,
  );
const rowOf = (plate: string) => {
  const found = screen.getAllByRole("listitem").find((item) => within(item).queryByText(plate) !== null);
  if (found === undefined) throw new Error(`expected a row of ${plate}`);
  return found;
};

describe("Shift", () => {
  it("counts as ready what may be used, and offers a walk of nothing that is ready or tagged out", () => {
    shift(states.map((state) => row(state)));
    const ready = states.filter(usable).length;
    expect(screen.getByText(new RegExp(`^${ready} of ${states.length}`))).toBeTruthy();
    for (const state of states) {
      const walk = within(rowOf(state)).queryByRole("button");
      expect(walk === null, state).toBe(usable(state) || state === "tagged_out");
    }
  });

  it("says of what is barred that it is, also while somebody walks it", () => {
    shift(
      states
        .filter((state) => !usable(state))
        .map((state) => row(state, { walking: { by: "J. Wren", done: 12, startedMs: startMs } })),
    );
    for (const state of states.filter((one) => !usable(one))) {
      const words = rowOf(state).textContent ?? "";
      expect(words.includes("Being inspected"), state).toBe(!isBarred(state));
      expect(rowOf(state).querySelector(".hatched") !== null, state).toBe(isBarred(state));
    }
    expect(rowOf("held").textContent).toContain("R-1A2B");
  });

  it("says when each crew has its unit, who inspects it, and why it is another than usual", () => {
    const late = row("inspection_owed", {
      ...{ plate: "LM-19", lateMin: 7, readyMs: startMs + hourMs / 2 + 7 * 60_000 },
      slot: {
        ...{ personId: "oake", person: "R. Oake", late: true },
        ...{ startMs, endMs: startMs + hourMs / 2 },
      },
      usual: "LM-20",
    });
    const was = row("tagged_out", { plate: "LM-20", was: true });
    shift([late, was, row("expired", { plate: "LM-06" })], true, [], {
      unserved: [{ needId: "n", crew: "Lamp crew", place: "Long Walk" }],
      changes: [
        {
          atMs: startMs,
          causes: [{ kind: "unit_out", name: "LM-20" }],
          effects: [
            { kind: "gets", crew: "Glaziers", unit: "LM-19", person: "", insteadOf: "LM-20" },
            { kind: "does", crew: "", unit: "LM-19", person: "R. Oake" },
          ],
        },
      ],
    });
    const words = rowOf("LM-19").textContent ?? "";
    expect(words).toContain("07:17, 7 min late");
    expect(words).toContain("R. Oake inspects it, 06:40 to 07:10");
    expect(words).toContain("instead of LM-20");
    expect(rowOf("LM-20").textContent).toContain("was for Glaziers, Hall B");
    expect(within(rowOf("LM-20")).queryByRole("button")).toBeNull();
    // Crews are counted, not the units they had.
    expect(screen.getByText("0 of 3 ready")).toBeTruthy();
    expect(rowOf("LM-06").textContent).toContain("Nobody can inspect it in time");
    expect(rowOf("No unit for this crew").textContent).toContain("Long Walk, Lamp crew");
    expect(document.body.textContent).toContain(
      "06:40 LM-20 cannot be used: LM-19 goes to Glaziers instead of LM-20, R. Oake inspects LM-19",
    );
    // The next of one's own is the one to begin.
    expect(within(rowOf("LM-19")).getByRole("button").className).toContain("bg-brass");
    expect(within(rowOf("LM-06")).getByRole("button").className).not.toContain("bg-brass");
  });

  it("says which units wait for the owner's signature, in a yard that goes by its log-book", () => {
    shift([row("inspection_owed", { unsigned: 3 })]);
    const link = screen.getByRole("link", { name: "3 faults to be signed by the owner" });
    expect(link.getAttribute("href")).toMatch(/^\/units\/.+\/book$/);
  });

  it("has no walk for whoever may not inspect", () => {
    shift(
      states.map((state) => row(state)),
      false,
    );
    // Work is stopped by anybody; nothing else is theirs to press.
    expect(screen.getAllByRole("button").map(({ textContent }) => textContent)).toEqual([
      "Stop for conditions",
    ]);
  });

  it("says what is stopped for conditions, and who lets work go on", () => {
    const stop = {
      id: "s",
      reason: "wind",
      note: undefined,
      plate: "LM-07",
      untilMs: undefined,
      by: "S. Brack",
      atMs: startMs,
    } as const;
    shift([row("stopped_for_conditions")], true, [stop]);
    const stands = screen.getByRole("region", { name: "Stopped for conditions" });
    expect(stands.textContent).toContain("Wind, LM-07");
    expect(stands.textContent).toContain("A supervisor or owner says when work resumes.");
    expect(within(stands).queryByRole("button")).toBeNull();
  });

  it("tells the time by the site's clock", () => {
    shift([row("cleared")]);
    expect(rowOf("cleared").textContent).toContain("06:40");
    expect(rowOf("cleared").textContent).toContain("until 14:40");
  });
});

const unit = (state: StandingState, more: Partial<UnitData> = {}): UnitData => ({
  id: "u-1",
  siteId: "yard",
  surveys: [],
  parked: { places: [], at: undefined },
  unsigned: 0,
  plate: "LM-07",
  family: "slab_scissor",
  serial: "S-1",
  dueMs: Date.parse("2026-09-01T00:00:00Z"),
  sheet: scissor,
  sheetName: "S24",
  sheetId: "s24",
  ownFigures: {},
  figureClaims: [],
  version: 1,
  standing: {
    state,
    usable: usable(state),
    untilMs: startMs + 8 * hourMs,
    signedBy: "J. Wren",
    signedAtMs: startMs,
  },
  history: [],
  retired: false,
  onHold: false,
  findings: [],
  tags: [],
  topUps: [],
  ...more,
});
const may = {
  mayPlan: true,
  unfamiliar: false,
  mayInspect: true,
  mayRoad: true,
  mayRepair: true,
  mayEdit: false,
  mayExamine: false,
  mayConfirm: false,
};
const onePage = (data: UnitData, more: Partial<typeof may> = {}) =>
  show(<UnitView unit={data} {...may} {...more} zone={zone} nowMs={startMs} measures="metric" />);

describe("a unit's page", () => {
  it("tells until when it is cleared by the site's clock, and its examination as the day it is", () => {
    onePage(unit("cleared"));
    const words = document.body.textContent ?? "";
    expect(words).toContain("2026-03-02 06:40");
    expect(words).toContain("until 14:40");
    expect(words).toContain("2026-09-01");
  });

  it("is hatched while a tag, a report or an overdue examination bars it, and only then", () => {
    for (const state of states) {
      const { container, unmount } = onePage(unit(state));
      expect(container.querySelector(".hatched") !== null, state).toBe(isBarred(state));
      unmount();
    }
  });

  it("says what ended its last clearance", () => {
    const ended = unit("inspection_owed");
    onePage({ ...ended, standing: { ...ended.standing, endedBy: "contact" } });
    expect(screen.getByText(/^The last clearance ended/)).toBeTruthy();
  });

  it("offers no repair of a matter of the place, nor to whoever may not record one", () => {
    const finding = {
      id: "f-1",
      checkKey: "place.overhead@workplace.v1",
      condition: "power_line",
      grade: "watch",
      place: true,
      rule: "place.conditions",
      note: null,
      foundAtMs: startMs,
      by: "J. Wren",
    };
    const decal = {
      ...finding,
      id: "f-2",
      checkKey: "doc.decals@documents_box.v1",
      condition: "unreadable",
      place: false,
    };
    const { unmount } = onePage(unit("stopped_for_conditions", { findings: [finding, decal] }));
    expect(screen.getAllByRole("button", { name: "Record repaired" })).toHaveLength(1);
    unmount();
    onePage(unit("stopped_for_conditions", { findings: [finding, decal] }), { mayRepair: false });
    expect(screen.queryByRole("button", { name: "Record repaired" })).toBeNull();
  });

  it("without a sheet offers no inspection: its checks are not known", () => {
    onePage(unit("inspection_owed", { sheet: null, sheetName: null }));
    expect(screen.queryByRole("button", { name: /^Inspect/ })).toBeNull();
    expect(screen.getByText(/no machine sheet yet/)).toBeTruthy();
  });
});

const tag: ReturnTag = {
  id: "t-1",
  number: "T-0012",
  plate: "LM-07",
  reason: "damage",
  note: null,
  by: "R. Oake",
  raisedAtMs: startMs,
  checkKey: null,
  condition: null,
  rule: null,
  part: null,
  inspectionId: null,
  otherTags: [],
  pictures: [],
  steps: [],
  waits: "repair",
  seenPosition: 9,
};
const all: May = { repair: true, retest: true, release: true, second: true };

describe("a tag's way back", () => {
  const at = (waits: ReturnTag["waits"], rights: Partial<May> = {}) =>
    show(
      <ReturnView
        tag={{ ...tag, waits }}
        may={{ ...all, ...rights }}
        trouble={undefined}
        zone={zone}
        measures="metric"
      />,
    );

  it("offers the one step that is next, and none to whoever may not take it", () => {
    const steps = {
      repair: "Record the repair",
      retest: "Start the re-test",
      release: /^Release tag/,
    } as const;
    for (const [waits, name] of Object.entries(steps) as [keyof typeof steps, string | RegExp][]) {
      const { unmount } = at(waits);
      expect(button(name)).toBeTruthy();
      for (const other of Object.values(steps).filter((one) => one !== name))
        expect(screen.queryByRole("button", { name: other })).toBeNull();
      unmount();
      const shut = at(waits, { [waits]: false });
      expect(screen.queryByRole("button", { name })).toBeNull();
      expect(screen.getByText("Your role does not allow this step.")).toBeTruthy();
      shut.unmount();
    }
  });

  it("tells whoever repaired under it that somebody else releases", () => {
    const { unmount } = at("release", { second: false });
    const told = screen.queryAllByText(/second|somebody else|another/i).length;
    unmount();
    at("release");
    expect(screen.queryAllByText(/second|somebody else|another/i).length).toBeLessThan(told);
  });

  it("returned is not hatched and asks for nothing more", () => {
    const { container } = at("nothing");
    expect(container.querySelector(".hatched")).toBeNull();
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("stands in the list since when, by the site's clock, with what it waits for", () => {
    show(<TaggedView tags={[{ ...tag, family: "slab_scissor", waits: "retest" }]} zone={zone} />);
    expect(screen.getByText(/since 2026-03-02 06:40/)).toBeTruthy();
    expect(screen.getByText("Repaired; waiting for its re-test")).toBeTruthy();
  });
});
