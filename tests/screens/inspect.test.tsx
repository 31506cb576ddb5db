import "fake-indexeddb/auto";
import { act, cleanup } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { eventSchemaVersion } from "@/core/record/event-form";
import type { InspectionEvent } from "@/core/record/events";
import { localStore } from "@/device/local-store";
import { Inspect } from "@/screens/inspect/inspect";
import type { InspectData } from "@/screens/inspect/inspect-data";
import { button, fireEvent, press, screen, show, type } from "./show";
import { scissor, walkOf } from "./walk";

/** What the server says of each batch that comes; undefined is no signal. */
let results: ((event: InspectionEvent, index: number) => object) | undefined;
const batches: InspectionEvent[][] = [];

const taken = (event: InspectionEvent, index: number) => ({ id: event.id, index, status: "accepted" });

beforeEach(async () => {
  await localStore().events.clear();
  await localStore().tags.clear();
  batches.length = 0;
  results = taken;
  vi.stubGlobal("scrollTo", () => undefined);
  inView(true);
  vi.stubGlobal(
    "EventSource",
    class {
      close() {}
    },
  );
  vi.stubGlobal("fetch", async (path: string, init: RequestInit = {}) => {
    if (path.endsWith("/facts"))
      return Response.json({ facts: walkOf(scissor).facts, head: walkOf(scissor).head });
    if (results === undefined) throw new TypeError("no signal");
    const { events } = JSON.parse(String(init.body)) as { events: InspectionEvent[] };
    batches.push(events);
    return Response.json({ results: events.map(results), tagsRaised: [], head: walkOf(scissor).head });
  });
});

/** Nothing is laid out here: a row comes into view at once, or when told. */
function inView(atOnce: boolean): () => void {
  const waiting: (() => void)[] = [];
  vi.stubGlobal(
    "IntersectionObserver",
    class {
      constructor(private readonly tell: (entries: object[]) => void) {}
      observe(target: Element) {
        const comes = () => this.tell([{ target, intersectionRatio: 1, isIntersecting: false }]);
        if (atOnce) queueMicrotask(comes);
        else waiting.push(comes);
      }
      unobserve() {}
      disconnect() {}
    },
  );
  return () => {
    for (const comes of waiting) comes();
  };
}

/** Each walk has an id of its own, so that no test finds another's events. */
let walks = 0;
const walk = (more: Partial<InspectData> = {}) => {
  walks += 1;
  return walkOf(scissor, { id: `00000000-0000-4000-8000-${`${walks}`.padStart(12, "0")}`, ...more });
};
const open = async (data = walk()) => {
  await act(async () => void show(<Inspect data={data} />));
  await screen.findByRole("button", { name: "Decision" });
  return data;
};
/** How it was found has been said on another day's page: the walk begins at its first row. */
const told = (data = walk()): InspectData => ({ ...data, events: foundLikeThis(data.id) });
const foundLikeThis = (inspectionId: string): readonly InspectionEvent[] => [
  {
    schema: eventSchemaVersion,
    saw: { position: 0, headHash: "" },
    id: "00000000-0000-4000-8000-00000000f0f0",
    inspectionId,
    deviceId: "another",
    seq: 1,
    follows: null,
    at: "2026-03-02T05:39:00.000Z",
    type: "changed",
    step: "found:stowed",
  },
];
const fine = () => screen.queryAllByRole("button", { name: /: OK$/ });
const kept = async (data: InspectData) =>
  (await localStore().events.where("inspectionId").equals(data.id).toArray()).sort((a, b) => a.seq - b.seq);
const tapped = async (element: HTMLElement | undefined) => {
  if (element === undefined) throw new Error("expected something to tap");
  await act(async () => void fireEvent.click(element));
};
const linkSays = (words: string | RegExp) => screen.findByText(words);

describe("the walk", () => {
  it("keeps each answer on the tablet first, numbered in order, and sends it by itself", async () => {
    const data = await open();
    const before = fine().length;
    for (let n = 1; n <= 2; n++) {
      await tapped(fine()[0]);
      await vi.waitFor(() => expect(fine()).toHaveLength(before - n));
    }
    // What is only looked at is answered by itself by key alone.
    await act(async () => void fireEvent.keyDown(window, { key: "f" }));
    await vi.waitFor(async () => expect(await kept(data)).toHaveLength(3));
    await linkSays("All sent");
    const events = await kept(data);
    expect(events.map((e) => [e.seq, e.state])).toEqual([1, 2, 3].map((n) => [n, "sent"]));
    expect(events.map((e) => e.event.follows)).toEqual([null, events[0]?.id, events[1]?.id]);
    expect(events.every((e) => e.event.saw.position === data.head.position)).toBe(true);
    expect(batches.flat()).toHaveLength(3);
  });

  it("goes on without a signal, loses nothing at a reload, and sends all when it is back", async () => {
    results = undefined;
    const data = await open();
    const before = fine().length;
    for (let n = 1; n <= 2; n++) {
      await tapped(fine()[0]);
      await vi.waitFor(() => expect(fine()).toHaveLength(before - n));
    }
    await linkSays("No signal; 2 kept here");
    cleanup();
    await open(data);
    await vi.waitFor(() => expect(fine()).toHaveLength(before - 2));
    results = taken;
    await act(async () => void window.dispatchEvent(new Event("online")));
    await linkSays("All sent");
    expect(batches.at(-1)).toHaveLength(2);
  });

  it("asks how the machine was found before it goes on, and supposes nothing", async () => {
    const data = await open();
    const asks = button("First: how did you find it?");
    await tapped(asks);
    fireEvent.keyDown(window, { key: "l" });
    expect(await kept(data)).toHaveLength(0);
    await act(async () => press("Yes, like this"));
    expect(await screen.findByText("As found:")).toBeTruthy();
    expect((await kept(data)).map(({ event }) => event.type === "changed" && event.step)).toEqual([
      "found:stowed",
      "people:2",
      "missing:",
    ]);
    expect(screen.queryByRole("button", { name: "First: how did you find it?" })).toBeNull();
  });

  it("does not go forward while anything here is open", async () => {
    await open(told());
    const asleep = button(/^\d+ as listed, after: Tags and log$/);
    expect(asleep.getAttribute("aria-disabled")).toBe("true");
    const title = screen.getByRole("heading", { level: 1 }).textContent;
    await tapped(asleep);
    fireEvent.keyDown(window, { key: "n" });
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe(title);
  });

  it("answers what is only looked at in one act, once what is asked by itself is answered, and goes on", async () => {
    const data = await open(told());
    await tapped(button(/^Tags and log: OK$/));
    await tapped(await screen.findByRole("button", { name: /as listed, after: Periodic examination$/ }));
    expect(await kept(data)).toHaveLength(1);
    await tapped(button(/^Periodic examination: OK$/));
    const listed = await screen.findByRole("button", { name: /^\d+ as listed L$/ });
    expect(fine()).toHaveLength(0);
    const rows = screen.queryAllByRole("button", { name: /: Fault$/ }).length;
    await act(async () => {
      fireEvent.click(listed);
      fireEvent.keyDown(window, { key: "l" });
    });
    await vi.waitFor(async () => expect(await kept(data)).toHaveLength(2 + rows));
    // Asked twice at once it is one act, and the second has gone nowhere once the next card is there.
    await screen.findByRole("heading", { name: "Shown this model" });
    await linkSays("All sent");
    expect(await kept(data)).toHaveLength(2 + rows);
    const together = (await kept(data)).slice(2).map(({ event }) => event);
    expect(new Set(together.map(({ at }) => at)).size).toBe(1);
    expect(together.every((event) => event.type === "answered" && event.result.kind === "fine")).toBe(true);
  });

  it("is not answered together before its last line has been in view", async () => {
    const scroll = inView(false);
    const data = await open(told());
    await tapped(button(/^Tags and log: OK$/));
    await tapped(button(/^Periodic examination: OK$/));
    await tapped(await screen.findByRole("button", { name: /read down to the last line first$/ }));
    fireEvent.keyDown(window, { key: "l" });
    expect(await kept(data)).toHaveLength(2);
    await act(async () => scroll());
    expect(await screen.findByRole("button", { name: /^\d+ as listed L$/ })).toBeTruthy();
  });

  it("asks why before an answer is changed to better, and keeps the first", async () => {
    const data = await open();
    await tapped(button(/^Handbooks: Fault/));
    press(/^Outdated/);
    await act(async () => press("Record it"));
    const changed = await screen.findByRole("button", { name: /^Handbooks: Watch/ });
    await tapped(changed);
    await act(async () => press("It is OK"));
    expect((await kept(data)).length).toBe(1);
    await act(async () => press("Touched by mistake"));
    await screen.findByRole("button", { name: /^Handbooks: OK. Change/ });
    const [first, second] = await kept(data);
    expect(second?.event).toMatchObject({
      result: { kind: "fine" },
      supersedes: { event: first?.id, reason: "Touched by mistake" },
    });
  });

  it("keeps no reason typed for one answer for the next", async () => {
    const data = await open();
    await tapped(button(/^Handbooks: Fault/));
    press(/^Outdated/);
    await act(async () => press("Record it"));
    const changed = await screen.findByRole("button", { name: /^Handbooks: Watch/ });
    const asksWhy = async () => {
      await tapped(changed);
      await act(async () => press("It is OK"));
    };
    await asksWhy();
    fireEvent.change(screen.getByRole("textbox"), { target: { value: "a slip" } });
    await act(async () => press("Back"));
    await asksWhy();
    expect(screen.getByRole<HTMLInputElement>("textbox").value).toBe("");
    expect(await kept(data)).toHaveLength(1);
  });

  it("shows an answer the server could not take until somebody takes it back, and cannot clear then", async () => {
    results = (event, index) => ({
      id: event.id,
      index,
      status: "held",
      problem: "expected a check of this unit",
    });
    await open();
    await tapped(fine()[0]);
    await screen.findByText(/expected a check of this unit/);
    results = taken;
    await act(async () => press("Take it back"));
    await screen.findByText("Taken back. This inspection is a record and cannot clear.");
    await act(async () => press("Decision"));
    expect(screen.getByRole("heading", { level: 1 }).textContent).not.toMatch(/Cleared/);
  });

  it("of a unit under a tag may be looked at and not operated", async () => {
    const facts = { ...walk().facts, holds: ["T-0007"] };
    await open(walk({ facts }));
    expect(screen.getByText(/^Tagged out, T-0007: do not operate/)).toBeTruthy();
    expect(screen.getByText(/tests cancelled/)).toBeTruthy();
  });

  it("fills the screen with how to leave a unit that was just tagged out, and goes on looking when told", async () => {
    results = undefined;
    const data = await open();
    await tapped(button(/^Operator's manual: Fault/));
    press(/^Missing/);
    await act(async () => press("Record it"));
    await screen.findByRole("heading", { name: "Do not operate. Leave it like this:" });
    expect(screen.getByText("Held on this tablet. Its number comes when it is sent")).toBeTruthy();
    expect(screen.queryByRole("button", { name: /: OK$/ })).toBeNull();
    await tapped(button(/^Hang a tag at every station/));
    expect(button(/^Hang a tag at every station/).getAttribute("aria-pressed")).toBe("true");
    expect(await kept(data)).toHaveLength(1);
    await act(async () => press(/^Go on looking, no power: \d+ left$/));
    expect(screen.getByText(/tests cancelled/)).toBeTruthy();
  });

  it("says before anything else who is not trained on this kind of lift", async () => {
    await open(walk({ facts: { ...walk().facts, operatorAuthorised: false } }));
    expect(screen.getByRole("alert").textContent).toContain("your signature cannot clear it");
  });

  it("types nothing into the walk while a note is written", async () => {
    const data = await open();
    await tapped(button(/^Handbooks: Fault/));
    press(/^Outdated/);
    const note = screen.getByLabelText("Note for the technician");
    for (const key of ["f", "n", "d"]) fireEvent.keyDown(note, { key });
    type("Note for the technician", "fnd");
    expect(await kept(data)).toHaveLength(0);
    expect(screen.queryByRole("alertdialog")).toBeNull();
  });
});
