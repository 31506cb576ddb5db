import { act } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { router, screen, show } from "./show";
import { startMs } from "./walk";

/** The stream the page opened, for the test to speak on. */
let stream: {
  onopen?: () => void;
  onmessage?: (event: { data: string }) => void;
  onerror?: () => void;
  readyState: number;
};

const Channel = BroadcastChannel;
const online = (is: boolean) => {
  vi.stubGlobal("navigator", Object.create(navigator, { onLine: { value: is } }));
};
const happens = (what: () => void) => act(async () => what());
const asOf = () => screen.queryByText("No link: as of 05:40");

beforeEach(() => {
  vi.useFakeTimers();
  vi.resetModules();
  // Tabs of the tests before answer nobody here.
  const own = `-${crypto.randomUUID()}`;
  vi.stubGlobal(
    "BroadcastChannel",
    class extends Channel {
      constructor(name: string) {
        super(`${name}${own}`);
      }
    },
  );
  vi.stubGlobal(
    "EventSource",
    class {
      static readonly CLOSED = 2;
      readyState = 1;
      constructor() {
        stream = this;
      }
    },
  );
});

async function page() {
  const { LiveLink } = await import("@/screens/chrome/live-link");
  await act(async () => void show(<LiveLink nowMs={startMs} zone="UTC" />));
}

describe("a page that follows the ledgers", () => {
  it("is read again when a unit's moves, once for many", async () => {
    online(true);
    await page();
    await happens(() => stream.onopen?.());
    for (const unit of ["u-1", "u-2", "u-3"]) await happens(() => stream.onmessage?.({ data: unit }));
    await act(() => vi.advanceTimersByTimeAsync(200));
    expect(router.refresh).toHaveBeenCalledOnce();
    expect(asOf()).toBeNull();
  });

  it("says as of when it speaks once the stream is gone, and asks for nothing", async () => {
    online(true);
    await page();
    await happens(() => stream.onopen?.());
    await happens(() => stream.onerror?.());
    expect(asOf()).toBeTruthy();
    await act(() => vi.advanceTimersByTimeAsync(61_000));
    expect(router.refresh).not.toHaveBeenCalled();
  });

  it("does not take a last word of the stream for a link, when the network is gone", async () => {
    online(true);
    await page();
    await happens(() => stream.onopen?.());
    online(false);
    await happens(() => void window.dispatchEvent(new Event("offline")));
    await happens(() => stream.onmessage?.({ data: "u-1" }));
    expect(asOf()).toBeTruthy();
    await act(() => vi.advanceTimersByTimeAsync(200));
    expect(router.refresh).not.toHaveBeenCalled();
  });

  it("opened without a network says so from the first", async () => {
    online(false);
    await page();
    expect(asOf()).toBeTruthy();
  });

  it("in a second tab learns from the first that there is a link, and reads what it missed", async () => {
    online(true);
    await page();
    await happens(() => stream.onopen?.());
    const second = new BroadcastChannel("rook-step-live");
    const asks = (ageMs: number) =>
      new Promise((resolve) => {
        second.onmessage = ({ data }) => resolve(data);
        second.postMessage({ ageMs });
      });
    expect(await asks(1000)).toEqual({ linked: true });
    await happens(() => stream.onmessage?.({ data: "u-1" }));
    await act(() => vi.advanceTimersByTimeAsync(5000));
    expect(await asks(6000)).toEqual({ linked: true, unitId: "" });
    // One that was asked for after it moved shows it already.
    expect(await asks(4000)).toEqual({ linked: true });
    second.close();
  });

  it("is read again when the link is back, and after a minute, since a clearance ends by the clock too", async () => {
    online(true);
    await page();
    await happens(() => stream.onerror?.());
    await happens(() => stream.onopen?.());
    await act(() => vi.advanceTimersByTimeAsync(200));
    expect(router.refresh).toHaveBeenCalledOnce();
    expect(asOf()).toBeNull();
    await act(() => vi.advanceTimersByTimeAsync(60_000));
    expect(router.refresh).toHaveBeenCalledTimes(2);
  });
});
