import { execFileSync } from "node:child_process";
import { appendFileSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type BrowserContext, chromium, expect, type Page } from "@playwright/test";
import { forward, signInHere } from "../yard";

export const url = process.env["E2E_URL"] ?? "";

/** Does something to the yard behind the browser's back: see `scripts/test-offline.mjs`. */
export async function blow(what: string): Promise<void> {
  const answer = await fetch(`${process.env["E2E_CONTROL"]}${what}`, { method: "POST" });
  expect(answer.status, `${what}: ${await answer.text()}`).toBe(200);
}

/** Notes for the table at the end what a test did and what came of it. */
export const tally = (line: { fault: string; injected: number; acknowledged: number; lost: number }): void =>
  appendFileSync(process.env["E2E_TALLY"] ?? "/dev/null", `${JSON.stringify(line)}\n`);

interface Kept {
  readonly id: string;
  readonly check?: string;
}

interface KeptRow {
  readonly inspectionId: string;
  readonly state: string;
  readonly event: Kept;
}

/** A tablet with its own memory, which outlives its browser. */
export class Tablet {
  private readonly memory = mkdtempSync(join(tmpdir(), "rook-step-tablet-"));
  private context: BrowserContext | undefined;
  private opened: Page | undefined;
  /** Checks the screen has shown as answered, by walk. */
  readonly acknowledged = new Map<string, Set<string>>();

  constructor(private readonly script?: () => void) {}

  get page(): Page {
    if (this.opened === undefined) throw new Error("expected the browser to be open");
    return this.opened;
  }

  async start(): Promise<void> {
    this.context = await chromium.launchPersistentContext(this.memory, {
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"],
      viewport: { width: 1280, height: 800 },
      baseURL: url,
      serviceWorkers: "allow",
    });
    if (this.script !== undefined) await this.context.addInitScript(this.script);
    this.opened = this.context.pages()[0] ?? (await this.context.newPage());
    this.opened.setDefaultTimeout(30_000);
  }

  /** As a dead battery: every process of the browser at once, nothing flushed. */
  async kill(): Promise<void> {
    try {
      execFileSync("pkill", ["-9", "-f", this.memory]);
    } catch {
      // Already gone.
    }
    await this.context?.close().catch(() => undefined);
    this.opened = undefined;
  }

  async close(): Promise<void> {
    await this.context?.close().catch(() => undefined);
    rmSync(this.memory, { recursive: true, force: true });
  }

  signal(there: "signal" | "no signal"): Promise<void> {
    return (this.context as BrowserContext).setOffline(there === "no signal");
  }

  forgetSession = (): Promise<void> => (this.context as BrowserContext).clearCookies();

  async signIn(badge: string): Promise<void> {
    await this.page.goto("/sign-in");
    await this.pin(badge);
    await this.page.waitForURL("**/shift");
    await this.page.evaluate(async () => void (await navigator.serviceWorker.ready));
  }

  pin = (badge: string): Promise<void> => signInHere(this.page, badge);

  /** Begins a unit's inspection, or goes on with it; gives its id. */
  async begin(plate: string): Promise<string> {
    await this.page.goto(`/units/${plate}`);
    await this.page.getByRole("button", { name: /^Inspect/ }).click();
    await this.page.waitForURL("**/inspect/**");
    await this.onWalk();
    return this.page.url().split("/").at(-1) ?? "";
  }

  async onWalk(): Promise<void> {
    await expect(this.page.getByRole("button", { name: "Decision" })).toBeVisible({ timeout: 30_000 });
  }

  /** Opens a walk again; whoever's session or presence did not outlive the browser says who they are. */
  async reopen(id: string, badge = "1041"): Promise<void> {
    await this.page.goto(`/inspect/${id}`);
    const asks = this.page.getByRole("heading", { name: "Sign in" });
    const walk = this.page.getByRole("button", { name: "Decision" });
    await expect(asks.or(walk)).toBeVisible({ timeout: 30_000 });
    if (await asks.isVisible()) await this.pin(badge);
    await this.onWalk();
  }

  /** Makes the next answer asked by itself and waits until the screen says so; goes on from a card that has none. */
  async answer(id: string): Promise<void> {
    const { page } = this;
    for (let cards = 0; cards < 40; cards++) {
      const row = page.locator("[data-row]", { has: page.getByRole("button", { name: /: OK$/ }) }).first();
      if ((await row.count()) > 0) {
        const check = (await row.getAttribute("data-row")) ?? "";
        await row.getByRole("button", { name: /: OK$/ }).click();
        await expect(
          page.locator(`[data-row="${check}"]`).getByRole("button", { name: /Change$/ }),
        ).toBeVisible();
        this.noted(id, check);
        return;
      }
      await this.reading(id);
      const looks = await this.looks();
      await forward(page);
      // A card is gone on from once what it lists is on disk: the next one says so.
      if (looks.length === 0) continue;
      for (const check of looks) this.noted(id, check);
      return;
    }
    throw new Error("expected something to answer");
  }

  /** The checks of the card that are answered in one act. */
  private looks(): Promise<readonly string[]> {
    return this.page.locator("[data-row]").evaluateAll((rows) =>
      rows.flatMap((row) => {
        const names = [...row.querySelectorAll("button")].map(
          (button) => button.getAttribute("aria-label") ?? "",
        );
        const asked = row.querySelector("input") !== null || names.some((name) => name.endsWith(": OK"));
        return asked || !names.some((name) => name.endsWith(": Fault"))
          ? []
          : [row.getAttribute("data-row") ?? ""];
      }),
    );
  }

  /** Enters every reading the card asks for, within its limit. */
  private async reading(id: string): Promise<void> {
    const { page } = this;
    for (;;) {
      const row = page.locator("[data-row]", { has: page.locator("input[inputmode=decimal]") }).first();
      if ((await row.count()) === 0) return;
      const field = row.locator("input[inputmode=decimal]").first();
      const check = (await row.getAttribute("data-row")) ?? "";
      const words = (await row.textContent()) ?? "";
      const limit = Number(/Sheet: ([\d.]+)/.exec(words)?.[1]);
      await field.fill(String(words.includes("or less") ? limit * 0.9 : limit * 1.1));
      await field.press("Enter");
      await expect(
        page.locator(`[data-row="${check}"]`).getByRole("button", { name: /Change$/ }),
      ).toBeVisible();
      this.noted(id, check);
    }
  }

  private noted(id: string, check: string): void {
    this.acknowledged.set(id, (this.acknowledged.get(id) ?? new Set()).add(check));
  }

  /** Waits until all is sent; whose session did not outlive the browser signs in where they are. */
  async sentOrSignedIn(badge = "1041"): Promise<void> {
    const asks = this.page.getByRole("heading", { name: "Sign in" });
    const sent = this.page.getByRole("banner").getByText("All sent", { exact: true });
    await expect(asks.or(sent)).toBeVisible({ timeout: 60_000 });
    if (await asks.isVisible()) await this.pin(badge);
    await this.allSent();
  }

  async allSent(): Promise<void> {
    await expect(this.page.getByRole("banner").getByRole("status")).toHaveText("All sent", {
      timeout: 60_000,
    });
  }

  /** What this device has kept of a walk, read past the app. */
  async kept(id: string): Promise<readonly Kept[]> {
    return (await this.all()).filter((row) => row.inspectionId === id).map((row) => row.event);
  }

  /** Waits until nothing on this device is still to be sent, from whatever page. */
  async nothingWaits(timeout = 60_000): Promise<void> {
    const waits = async () => (await this.waiting("events")) + (await this.waiting("pictures"));
    await expect.poll(waits, { timeout }).toBe(0);
  }

  /** Pictures that answers name and the server does not have. */
  picturesNotSent = async (): Promise<number> =>
    (await this.waiting("pictures")) + (await this.waiting("pictures", "refused"));

  private waiting(table: "events" | "pictures", state = "to_send"): Promise<number> {
    return this.page.evaluate(
      ([table, state]) =>
        new Promise<number>((resolve, reject) => {
          const opening = indexedDB.open("rook-step");
          opening.onerror = () => reject(opening.error);
          opening.onsuccess = () => {
            const all = opening.result.transaction(table).objectStore(table).index("state").count(state);
            all.onsuccess = () => {
              opening.result.close();
              resolve(all.result);
            };
          };
        }),
      [table, state] as const,
    );
  }

  /** Every event this device has kept, of whatever walk. */
  all(): Promise<readonly KeptRow[]> {
    return this.page.evaluate(
      () =>
        new Promise<KeptRow[]>((resolve, reject) => {
          const opening = indexedDB.open("rook-step");
          opening.onerror = () => reject(opening.error);
          opening.onsuccess = () => {
            const all = opening.result.transaction("events").objectStore("events").getAll();
            all.onsuccess = () => {
              opening.result.close();
              resolve(all.result as KeptRow[]);
            };
          };
        }),
    );
  }

  /** What the database holds of a walk. */
  async held(id: string): Promise<readonly Kept[]> {
    const answer = await this.page.request.get(`/api/inspections/${id}`);
    const { walk } = (await answer.json()) as { walk?: { events: Kept[] } };
    if (walk === undefined) throw new Error(`expected the walk, got ${answer.status()}`);
    return walk.events;
  }

  /** Compares event by event what the screen acknowledged and the device kept with what the database holds. */
  async nothingLost(id: string): Promise<{ acknowledged: number; lost: number }> {
    const [kept, held] = [await this.kept(id), await this.held(id)];
    const byId = new Map(held.map((event) => [event.id, event]));
    expect(byId.size, "each event once").toBe(held.length);
    for (const event of kept) expect(byId.get(event.id), `event ${event.id}`).toEqual(event);
    const answered = new Set(held.map((event) => event.check));
    const acknowledged = [...(this.acknowledged.get(id) ?? [])];
    const lost = acknowledged.filter((check) => !answered.has(check));
    expect(lost).toEqual([]);
    return { acknowledged: acknowledged.length, lost: lost.length };
  }
}
