import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { chromium } from "@playwright/test";
import { build } from "esbuild";
import { checksOf } from "../../src/core/catalogue/catalogue";
import { parts } from "../../src/core/catalogue/parts";
import { interlocks } from "../../src/core/machine/interlocks";
import { demoSheets } from "../../src/core/sheet/demo/demo-sheets";
import { telescopicBoomSheet } from "../../src/core/sheet/demo/self-propelled-booms";
import { families } from "../../src/core/sheet/families";

const slowedTimes = 4;

/** The code as it ships: bundled and minified, without what a loader adds for its own ends. */
async function bundle(entry: string, format: "iife" | "esm"): Promise<string> {
  const made = await build({ entryPoints: [entry], bundle: true, write: false, format, minify: true });
  return made.outputFiles[0]?.text ?? "";
}

const folder = mkdtempSync(join(tmpdir(), "rook-step-model-"));
const file = join(folder, "script.mjs");
writeFileSync(file, await bundle("bench/model/script.ts", "esm"));
const { stepsPerSecond } = (await import(pathToFileURL(file).href)) as typeof import("./script");
const runs = Array.from({ length: 3 }, () => stepsPerSecond(telescopicBoomSheet, 2, () => performance.now()));
rmSync(folder, { recursive: true });
const inNode = Math.max(...runs);

const code = await bundle("bench/model/worker.ts", "iife");
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage();
await page.goto("about:blank");

/** Steps a second in a worker of the page, for `seconds`. */
const inWorker = (seconds: number) =>
  page.evaluate(
    ({ source, forS }) =>
      new Promise<number>((done, fail) => {
        const worker = new Worker(URL.createObjectURL(new Blob([source], { type: "text/javascript" })));
        worker.onmessage = (event) => {
          worker.terminate();
          done(event.data as number);
        };
        worker.onerror = (event) => fail(new Error(event.message));
        worker.postMessage(forS);
      }),
    { source: code, forS: seconds },
  );

/**
 * Slows the renderer by stopping and waking its process, so that it runs one part in `slowedTimes`: the
 * browser's own throttle slows a page's main thread and not its workers.
 */
async function slowed<T>(work: () => Promise<T>): Promise<T> {
  const renderers = childrenOf(process.pid).filter((pid) => commandOf(pid).includes("--type=renderer"));
  if (renderers.length === 0) throw new Error("expected a renderer process of Chromium to slow down");
  let stopped = false;
  const tickMs = 4;
  let tick = 0;
  const clock = setInterval(() => {
    tick += 1;
    const run = tick % slowedTimes === 0;
    if (run === stopped) for (const pid of renderers) process.kill(pid, run ? "SIGCONT" : "SIGSTOP");
    stopped = !run;
  }, tickMs);
  try {
    return await work();
  } finally {
    clearInterval(clock);
    for (const pid of renderers) process.kill(pid, "SIGCONT");
  }
}

function childrenOf(parent: number): readonly number[] {
  const all = readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .map(Number);
  const parentOf = (pid: number) => {
    try {
      return Number(/\) \w (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, "utf8"))?.[1]);
    } catch {
      return 0;
    }
  };
  const direct = all.filter((pid) => parentOf(pid) === parent);
  return direct.flatMap((pid) => [pid, ...childrenOf(pid)]);
}

function commandOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8");
  } catch {
    return "";
  }
}

const atFullSpeed = await inWorker(3);
const throttled = await slowed(() => inWorker(8));
await browser.close();

const sheets = Object.values(demoSheets);
console.log(
  `In a worker at full speed ${atFullSpeed} steps a second, slowed ${(atFullSpeed / throttled).toFixed(1)} times.`,
);
console.log(
  JSON.stringify({
    families: families.length,
    sheets: sheets.length,
    stepsPerS: inNode,
    stepsPerSThrottledBrowser: throttled,
    parts: Object.keys(parts).length,
    checks: new Set(sheets.flatMap((sheet) => checksOf(sheet).map((c) => c.definition.id))).size,
    interlocks: interlocks.length,
  }),
);
