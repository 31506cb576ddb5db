import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Outcome } from "@/core/vocabulary/outcomes";
import { localStore } from "@/device/local-store";
import { DecisionView } from "@/screens/inspect/decision";
import type { InspectModel } from "@/screens/inspect/model";
import { useSignature } from "@/screens/inspect/signed";
import { alerted, asked, button, press, screen, serverSays, show, type } from "./show";
import { scissor, walkOf } from "./walk";

const covered = { eventCount: 0, eventsHash: "b".repeat(64) };

beforeEach(() => localStore().signatures.clear());

function Decision({ model }: { model: InspectModel }) {
  return (
    <DecisionView
      model={model}
      kept={useSignature(model.data.id, model.state.toSend)}
      onBack={() => undefined}
      onGo={() => undefined}
    />
  );
}

function decision(outcome: Outcome, { link = "sent", toSend = 0, apart = false } = {}) {
  const session = {
    send: vi.fn(async () => undefined),
    covered: vi.fn(async () => covered),
    readFacts: vi.fn(),
  };
  const walk = walkOf(scissor);
  const data = apart ? { ...walk, policy: { ...walk.policy, survey: "apart" as const } } : walk;
  const model = {
    data,
    session,
    facts: data.facts,
    people: data.people,
    decision: { outcome, reasons: [] },
    assessment: {
      byCheck: new Map(),
      open: [],
      borrowed: new Map(),
      findings: [],
      skipped: [],
      ungradable: [],
    },
    matters: [],
    state: { link, toSend, events: [] },
  } as unknown as InspectModel;
  show(<Decision model={model} />);
  return session;
}
const heading = () => screen.getByRole("heading", { level: 1 }).textContent;

describe("the decision", () => {
  it("reads anew what bears on it before it is signed", () => {
    expect(decision("cleared").readFacts).toHaveBeenCalled();
  });

  it("without a link says complete and as of when, never cleared", () => {
    decision("cleared", { link: "no_signal" });
    expect(heading()).toBe("Complete; not signed yet");
    expect(screen.getByText("Nothing is cleared without a link: no tag known as of 05:40.")).toBeTruthy();
    expect(screen.queryByText("Cleared")).toBeNull();
  });

  it("without a link still says that a unit is tagged out", () => {
    decision("tagged_out", { link: "no_signal" });
    expect(heading()).toBe("Tagged out");
  });

  it("is never just cleared where the place is surveyed apart: before it is signed, and after", async () => {
    serverSays([200, { outcome: "cleared", shownOutcome: "cleared" }]);
    decision("cleared", { apart: true });
    expect(heading()).toBe("Machine cleared; survey the place");
    type("or type your name", "R. Oake");
    press(/^Sign as/);
    const onward = await screen.findByRole("link", { name: "Survey a workplace" });
    expect(onward.getAttribute("href")).toMatch(/^\/units\/.+\/survey$/);
    expect(heading()).toBe("Machine cleared; survey the place");
  });

  it("is not signed before everything is sent", () => {
    decision("cleared", { toSend: 2 });
    type("or type your name", "R. Oake");
    expect(button(/^Sign as/).disabled).toBe(true);
  });

  it("is signed over what the log covers; an outcome that differs is said as the server's", async () => {
    serverSays([200, { outcome: "tagged_out", shownOutcome: "cleared" }]);
    const session = decision("cleared");
    type("or type your name", "R");
    expect(button("Sign with pen or name to go on.").disabled).toBe(true);
    type("or type your name", "R. Oake");
    press(/^Sign as/);
    await vi.waitFor(() => expect(heading()).toBe("Tagged out"));
    expect(session.send).toHaveBeenCalled();
    expect(asked).toMatchObject([
      {
        path: "/api/inspections/00000000-0000-4000-8000-000000000001/sign",
        body: { outcome: "cleared", ...covered, signature: { kind: "typed", name: "R. Oake" } },
      },
    ]);
    expect(
      screen.getByText("The server found this worse than the tablet did. The worse stands."),
    ).toBeTruthy();
  });

  it("is not signed over what somebody else answered while it was looked at", async () => {
    const session = decision("cleared");
    session.covered.mockResolvedValueOnce({ ...covered, eventCount: 1 });
    type("or type your name", "R. Oake");
    press(/^Sign as/);
    const since = "Somebody else has answered since. Look at what they found, then sign.";
    await vi.waitFor(() => expect(alerted()).toEqual([since]));
    expect(await localStore().signatures.count()).toBe(0);
  });

  it("refused stays unsigned, with why", async () => {
    serverSays(
      [409, { detail: "events are missing; send them, then sign again" }],
      [200, { sealed: false, walk: {} }],
    );
    decision("cleared");
    type("or type your name", "R. Oake");
    press(/^Sign as/);
    await vi.waitFor(() => expect(alerted()).toEqual(["events are missing; send them, then sign again"]));
    expect(button(/^Sign as/).disabled).toBe(false);
  });

  it("without a signal is signed on the tablet and clears nothing; it can be taken back", async () => {
    serverSays("no signal", "no signal", "no signal");
    decision("cleared", { link: "no_signal", toSend: 2 });
    type("or type your name", "R. Oake");
    press("Sign here; it counts once it is sent");
    await vi.waitFor(() => expect(heading()).toBe("Signed on this tablet, not sent yet"));
    expect(screen.queryByText("Cleared")).toBeNull();
    expect(screen.getByText(/^LM-07 is not cleared until it is sent/)).toBeTruthy();
    press("Take the signature back and go on");
    await vi.waitFor(() => expect(heading()).toBe("Complete; not signed yet"));
    expect(await localStore().signatures.count()).toBe(0);
  });

  it("whose answer was lost on the way is found sealed, and not refused", async () => {
    serverSays([409, { detail: "already signed" }], [200, { sealed: true }]);
    decision("cleared");
    type("or type your name", "R. Oake");
    press(/^Sign as/);
    await vi.waitFor(() => expect(heading()).toBe("Signed"));
  });
});
