import { chromium } from "@playwright/test";
import { checksOf } from "../../src/core/catalogue/catalogue";
import { interlocks } from "../../src/core/machine/interlocks";
import { families } from "../../src/core/vocabulary/families";
import { parts } from "../../src/core/vocabulary/parts";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";
import { telescopicBoomSheet } from "../../src/demo/sheets/self-propelled-booms";
import { bundle, loaded } from "../browser/bundle";
import { inWorker } from "../browser/in-worker";
import { slowed } from "../browser/slowed";

const { stepsPerSecond } = await loaded<typeof import("./script")>("bench/model/script.ts");
const runs = Array.from({ length: 3 }, () => stepsPerSecond(telescopicBoomSheet, 2, () => performance.now()));
const inNode = Math.max(...runs);

const code = await bundle("bench/model/worker.ts", "iife");
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage();
await page.goto("about:blank");
const stepsIn = (seconds: number) => inWorker<number, number>(page, code, seconds);

const atFullSpeed = await stepsIn(3);
const throttled = await slowed(() => stepsIn(8));
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
