import { gzipSync } from "node:zlib";
import { chromium, type Page } from "@playwright/test";
import { slowedTimes } from "../browser/slowed";
import { type Counted, cleanWalk } from "./clean-walk";
import { fiftyDevices } from "./fifty-devices";

const url = process.env["BENCH_URL"] ?? "";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});

async function tablet(): Promise<Page> {
  const context = await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("Badge number").fill("1041");
  await page.getByLabel("PIN").fill("4710");
  await page.getByLabel("PIN").press("Enter");
  await page.waitForURL("**/shift");
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  return page;
}

async function begin(page: Page, plate: string): Promise<void> {
  await page.goto(`/units/${plate}`);
  await page.getByRole("button", { name: /^Inspect/ }).click();
  await page.waitForURL("**/inspect/**");
  await page.locator("[data-row]").first().waitFor();
}

/** Notes in the page how long each click takes until what it changed has been painted. */
async function timed(page: Page): Promise<() => Promise<readonly number[]>> {
  await page.evaluate(() => {
    const all: number[] = [];
    Object.assign(window, { taps: all });
    window.addEventListener(
      "click",
      ({ timeStamp }) => {
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => void all.push(performance.now() - timeStamp);
          channel.port2.postMessage(undefined);
        });
      },
      { capture: true },
    );
  });
  return () => page.evaluate(() => (window as unknown as { taps: number[] }).taps.splice(0));
}

/** A card that asks for a reading has nothing to tap: the next square has. */
const nothingThere = () => undefined;

const p95 = (all: readonly number[]): number =>
  Math.round([...all].sort((a, b) => a - b)[Math.floor(0.95 * (all.length - 1))] ?? 0);

const page = await tablet();
await begin(page, "LM-12");
const jsKb = await scriptsKb(page.url());

/** Kilobytes, gzipped, of every script a walk loads that nothing of the app was kept for. */
async function scriptsKb(walk: string): Promise<number> {
  const state = await page.context().storageState();
  const bare = await browser.newContext({ storageState: state, serviceWorkers: "block" });
  const fresh = await bare.newPage();
  const scripts = new Map<string, Promise<number>>();
  fresh.on("response", (response) => {
    if (response.url().endsWith(".js"))
      scripts.set(
        response.url(),
        response.body().then((body) => gzipSync(body).length),
      );
  });
  await fresh.goto(walk, { waitUntil: "networkidle" });
  const sizes = await Promise.all(scripts.values());
  await bare.close();
  return Math.round(sizes.reduce((sum, bytes) => sum + bytes, 0) / 102.4) / 10;
}

// Answers one by one on a boom, on a main thread slowed as much as a tablet of the yard is.
const slow = await page.context().newCDPSession(page);
const answers = async (plate: string, jump: boolean): Promise<readonly number[]> => {
  await begin(page, plate);
  await page.getByRole("button", { name: "Yes, like this" }).click();
  await slow.send("Emulation.setCPUThrottlingRate", { rate: slowedTimes });
  const taken = await timed(page);
  for (let n = 0; n < 20; n++) {
    if (jump) {
      const squares = page.getByRole("button", { name: /^\d+/ });
      await squares
        .nth((n * 7) % (await squares.count()))
        .click({ timeout: 2000 })
        .catch(nothingThere);
    }
    const fine = page.getByRole("button", { name: /: OK$/ });
    const next = page.getByRole("button", { name: /(^|Set like this\. )(Next|\d+ as listed( L)?$)/ });
    await fine.or(next).first().click({ timeout: 2000 }).catch(nothingThere);
    await page.waitForTimeout(60);
  }
  await slow.send("Emulation.setCPUThrottlingRate", { rate: 1 });
  return taken();
};
const tapMs = p95(await answers("LM-19", false));
const jumpMs = p95(await answers("LM-20", true));

// A cold start without a signal, to the present step.
await begin(page, "LM-17");
const path = page.url();
await page.context().setOffline(true);
const cold: number[] = [];
for (let n = 0; n < 5; n++) {
  const fresh = await page.context().newPage();
  const throttle = await page.context().newCDPSession(fresh);
  await throttle.send("Emulation.setCPUThrottlingRate", { rate: slowedTimes });
  const from = performance.now();
  await fresh.goto(path, { waitUntil: "commit" });
  await fresh.locator("[data-row]").first().waitFor();
  cold.push(performance.now() - from);
  await fresh.close();
}
await page.context().setOffline(false);

const walkOf = async (plate: string): Promise<Counted> => {
  await begin(page, plate);
  return cleanWalk(page);
};
const scissor = await walkOf("LM-05");
const boom = await walkOf("LM-18");
// One walked whole, and some barely begun.
const sealMs: number[] = [];
for (const plate of ["LM-05", "LM-06", "LM-07", "LM-12"]) sealMs.push(await sealed(plate));
await browser.close();
const load = await fiftyDevices(url, process.env["DATABASE_URL"] ?? "");

/** Milliseconds from signing a walk until this page says that it is sealed. */
async function sealed(plate: string): Promise<number> {
  await begin(page, plate);
  await page.getByRole("button", { name: "Decision", exact: true }).click();
  await page.getByLabel("or type your name").fill("R. Oake");
  const from = performance.now();
  await page.getByRole("button", { name: /^Sign/ }).click();
  await page.getByText("Signed", { exact: true }).waitFor();
  return performance.now() - from;
}

const over = ({ taps, least }: Counted) => Math.round((100 * taps) / least) / 100;
console.log(
  JSON.stringify({
    tapMs,
    jumpMs,
    coldMs: p95(cold),
    tapsScissor: over(scissor),
    tapsBoom: over(boom),
    scissor,
    boom,
    jsKb,
    sealMs: p95(sealMs),
    ...load,
  }),
);
