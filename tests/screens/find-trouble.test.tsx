import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Told } from "@/core/diagnose/answers";
import { FindTrouble } from "@/screens/diagnose/find-trouble";
import { fireEvent, press, screen, show, type, waitFor } from "./show";
import { boom } from "./walk";

const sent = vi.hoisted(() => vi.fn());
vi.mock("@/screens/send", () => ({ send: sent }));

const grid = (station: string, says = "fine"): readonly Told[] =>
  [
    ...["swing.left", "swing.right", "rotate.left", "rotate.right", "level.up", "level.down"],
    ...["tower.up", "tower.down", "main.up", "main.down", "jib.up", "jib.down"],
  ].map((move) => ({ question: `move.${station}.${move}`, says }));

const rotateDead: readonly Told[] = [
  ...grid("ground"),
  ...grid("platform").filter(({ question }) => question !== "move.platform.rotate.left"),
  { question: "move.platform.rotate.left", says: "did_not_move", checked: ["disconnect_off"] },
];

const find = (told: readonly Told[], causes: Readonly<Record<string, number>> = {}) =>
  show(
    <FindTrouble tagId="t-1" part={null} otherTags={[]} trouble={{ sheet: boom, told, causes }}>
      <h1>T-0003</h1>
    </FindTrouble>,
  );

const cell = (name: string) => screen.getByRole("button", { name: new RegExp(`^${name}`) });
const suspects = () => screen.getAllByRole("listitem").map((one) => one.textContent ?? "");

beforeEach(() => {
  localStorage.clear();
  sent.mockReset().mockResolvedValue({ ok: true, data: {} });
});

describe("a technician's tag", () => {
  it("shows both stations side by side, and the part that explains it all", async () => {
    find(rotateDead);
    await screen.findByText(/^What would explain all 24 answers/);
    expect(cell("Platform rotate left, platform station: Did not move")).toBeTruthy();
    expect(cell("Platform rotate left, ground station: As it must")).toBeTruthy();
    expect(suspects()[0]).toContain("Platform rotate contact or wire, left, platform station: does nothing");
    expect(screen.getByText(/Checked before it was called a fault: Disconnect checked/)).toBeTruthy();
    expect(screen.getByText(/Isolate first/)).toBeTruthy();
  });

  it("is worked out once, however often the page is read again", async () => {
    const started: string[] = [];
    class Counted extends EventTarget {
      constructor(url: URL) {
        super();
        started.push(url.href);
      }
      postMessage() {}
      terminate() {}
    }
    vi.stubGlobal("Worker", Counted);
    const page = () => (
      <FindTrouble
        tagId="t-1"
        part={null}
        otherTags={[]}
        trouble={{ sheet: structuredClone(boom), told: structuredClone(rotateDead), causes: {} }}
      >
        <h1>T-0003</h1>
      </FindTrouble>
    );
    const { rerender } = show(page());
    rerender(page());
    rerender(page());
    expect(started).toHaveLength(1);
    vi.unstubAllGlobals();
  });

  it("goes on from what the technician tries, which is kept until the repair is recorded", async () => {
    const { unmount } = find(rotateDead);
    await screen.findByText(/^What would explain all 24/);
    fireEvent.click(cell("Platform rotate right, platform station:"));
    press("Did not move");
    await waitFor(() => expect(suspects()[0]).toContain("Platform rotate switch, platform station"));
    unmount();
    find(rotateDead);
    await waitFor(() => expect(suspects()[0]).toContain("Platform rotate switch, platform station"));
    fireEvent.click(cell("Platform rotate right, platform station:"));
    press("Not tried after all");
    await waitFor(() => expect(suspects()[0]).toContain("contact or wire"));
  });

  it("names the next test, what each answer would leave, and where the meter goes", async () => {
    find([{ question: "move.platform.rotate.left", says: "did_not_move" }]);
    await screen.findByText(/^What would explain this answer/);
    expect(screen.getByText(/^Next best test/)).toBeTruthy();
    expect(screen.getByText("Where to put the meter")).toBeTruthy();
    expect(screen.getByText(/^Voltage there: .*valve/)).toBeTruthy();
    expect(screen.getByText(/^None: .*more$/)).toBeTruthy();
    press("I tried it");
    expect(screen.getByText("What did you see?")).toBeTruthy();
  });

  it("sends the true cause with what was tried, and offers what the machine has alone", async () => {
    localStorage.setItem("tried t-1", JSON.stringify([{ question: "platform.horn", says: "fine" }]));
    find(rotateDead, { "contact.platform.rotate.left": 3 });
    await screen.findByText("3 times the cause on this model");
    fireEvent.change(screen.getByLabelText("Which part was it?"), {
      target: { value: "contact.platform.rotate.left" },
    });
    type("Work done", "wire made good");
    type("Licence or card number", "L1");
    press("Record the repair");
    await waitFor(() => expect(sent).toHaveBeenCalled());
    // What was tried is on record now, and kept here no longer.
    await waitFor(() => expect(localStorage.getItem("tried t-1")).toBeNull());
    expect(sent.mock.calls[0]).toMatchObject([
      "/api/tags/t-1/repairs",
      {
        component: "contact.platform.rotate.left",
        cause: "Platform rotate contact or wire, left, platform station",
        work: "wire made good",
      },
    ]);
  });

  it("says that nothing fits, and asks to be told where nothing is known", async () => {
    const { unmount } = find([]);
    await screen.findByText(/Nothing found wrong yet/);
    unmount();
    find([
      { question: "move.ground.swing.left", says: "wrong_way" },
      { question: "move.ground.rotate.left", says: "wrong_way" },
      { question: "platform.horn", says: "silent" },
    ]);
    await screen.findByText(/No failed part of this machine shows all of this/);
  });
});
