import "fake-indexeddb/auto";
import { act } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { localStore } from "@/device/local-store";
import { OutboxStrip } from "@/screens/outbox/outbox-strip";
import { TagOut } from "@/screens/tagging/tag-out";
import { asked, button, fireEvent, press, router, screen, serverSays, show, type } from "./show";

const until = (text: string | RegExp) => screen.findByText(text);
const kept = () => localStore().tags.toArray();

beforeEach(async () => {
  await localStore().tags.clear();
});

describe("tagging out", () => {
  it("needs a reason, and says the tag's number and the order of things", async () => {
    serverSays([201, { number: "T-0012" }]);
    const onTagged = vi.fn();
    show(<TagOut plate="LM-07" onTagged={onTagged} />);
    press("Tag out");
    expect(screen.getByText(/^Lower if it can be lowered/)).toBeTruthy();
    expect(button("Tag it out now").disabled).toBe(true);
    press("Leak");
    type("What you saw", "under the mast ");
    press("Tag it out now");
    await until("LM-07 is tagged out: T-0012");
    expect(asked[0]).toMatchObject({
      path: "/api/units/LM-07/tags",
      body: { reason: "leak", note: "under the mast" },
    });
    expect(onTagged.mock.calls).toEqual([["T-0012"]]);
    expect(await kept()).toEqual([]);
    press("Close");
    expect(router.refresh).toHaveBeenCalled();
  });

  it("without a signal is kept here and said to be held, never lost and never called hung", async () => {
    serverSays("no signal");
    show(<TagOut plate="LM-07" />);
    press("Tag out");
    press("Damage");
    press("Tag it out now");
    await until("LM-07 is held here");
    expect(screen.getByText(/they cannot see it yet/)).toBeTruthy();
    expect(await kept()).toMatchObject([{ plate: "LM-07", reason: "damage" }]);
    press("Close");
    // Reading the page again would leave it for the browser's own error.
    expect(router.refresh).not.toHaveBeenCalled();
  });

  it.each([
    [401, "Signed out: sign in again, all is kept here"],
    [500, "Server in trouble: kept here, tried again"],
  ])("answered with %i is kept here, and says what to do", async (status, words) => {
    serverSays([status, { detail: "" }]);
    show(<TagOut plate="LM-07" />);
    press("Tag out");
    press("Damage");
    press("Tag it out now");
    await until("LM-07 is held here");
    expect(screen.getByText(words, { exact: false })).toBeTruthy();
    expect(await kept()).toHaveLength(1);
  });

  it("of a plate that is not known is kept by the server, and says so", async () => {
    serverSays([202, {}]);
    show(<TagOut />);
    press("Tag out a unit");
    press("Damage");
    expect(button("Tag it out now").disabled).toBe(true);
    type("Plate on the unit", " lm-77 ");
    press("Tag it out now");
    await until("No unit has the plate LM-77");
    expect(asked[0]?.path).toBe("/api/units/LM-77/tags");
  });

  it("opens at T, but not while somebody types", () => {
    show(
      <>
        <input aria-label="note" />
        <TagOut plate="LM-07" />
      </>,
    );
    fireEvent.keyDown(screen.getByLabelText("note"), { key: "t" });
    expect(screen.queryByRole("dialog")).toBeNull();
    fireEvent.keyDown(window, { key: "t" });
    expect(screen.getByRole("dialog")).toBeTruthy();
  });
});

describe("what this tablet still owes the server", () => {
  it("stands on every screen by plate, and goes when it is taken", async () => {
    await localStore().tags.put({ id: "1", plate: "LM-09", reason: "leak", madeAt: "2026-03-02T05:40:00Z" });
    serverSays("no signal", [201, { number: "T-0013" }]);
    show(<OutboxStrip />);
    await until("Tag-out not sent yet: LM-09. Held on this tablet; do not operate.");
    await until("No signal: kept here, sent by itself");
    expect(router.refresh).not.toHaveBeenCalled();
    await act(async () => press("Send now"));
    await vi.waitFor(() => expect(screen.queryByRole("status")).toBeNull());
    // The page was read before the tag hung: it is read again.
    expect(router.refresh).toHaveBeenCalledOnce();
    expect(await kept()).toEqual([]);
  });
});
