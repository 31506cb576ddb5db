import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { create } from "qrcode";
import { expect, signIn, signInHere, test } from "./yard";

const [width, height] = [640, 480];

/** A film of a code held before a camera, as Chromium's stand-in for one plays it: YUV4MPEG2, grey, a frame twice. */
function film(text: string): Buffer {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const dot = Math.floor((height * 0.6) / modules.size);
  const [left, top] = [(width - dot * modules.size) / 2, (height - dot * modules.size) / 2];
  const luma = Buffer.alloc(width * height, 200);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [column, row] = [Math.floor((x - left) / dot), Math.floor((y - top) / dot)];
      const inside = column >= 0 && row >= 0 && column < modules.size && row < modules.size;
      if (inside && modules.get(row, column) === 1) luma[y * width + x] = 20;
    }
  const frame = Buffer.concat([Buffer.from("FRAME\n"), luma, Buffer.alloc((width * height) / 2, 128)]);
  return Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420\n`), frame, frame]);
}

async function withCamera(text: string, folder: string) {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, "code.y4m");
  writeFileSync(file, film(text));
  return chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      ...["--no-sandbox", "--disable-gpu", "--use-fake-ui-for-media-stream"],
      ...["--use-fake-device-for-media-stream", `--use-file-for-fake-video-capture=${file}`],
    ],
  });
}

test("a unit is found by the code on its plate, with the camera, and without a signal too", async ({
  baseURL,
}, info) => {
  const browser = await withCamera("https://yard.example/units/LM-11", info.outputPath());
  const page = await browser.newPage({ baseURL, serviceWorkers: "allow" });
  await page.goto("/sign-in");
  await signInHere(page, "1041");
  await expect(page.getByText(/can be inspected without a signal/)).toBeVisible();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  const outside: string[] = [];
  page.on("request", (request) => {
    if (!request.url().startsWith(baseURL ?? "") && !request.url().startsWith("blob:"))
      outside.push(request.url());
  });
  await page.goto("/units");
  await page.getByRole("button", { name: "Scan its code" }).click();
  await page.waitForURL("**/units/LM-11");
  await expect(page.getByText("LM-11", { exact: true }).first()).toBeVisible();

  await page.context().setOffline(true);
  await page.goto("/units");
  await page.getByRole("button", { name: "Scan its code" }).click();
  await expect(page.getByLabel("Find a unit")).toHaveValue("LM-11");
  await expect(page.getByRole("button", { name: /^Inspect/ })).toHaveCount(1);
  expect(outside).toEqual([]);
  await browser.close();
});

test("a code of no unit here is said to be one, and nothing it says is opened", async ({ baseURL }, info) => {
  const browser = await withCamera("https://elsewhere.example/units/ZZ-99", info.outputPath());
  const page = await browser.newPage({ baseURL });
  await signIn(page, "1041");
  await page.goto("/units");
  await page.getByRole("button", { name: "Scan its code" }).click();
  await expect(page.getByText(/This code is of no unit here: https:\/\/elsewhere/)).toBeVisible();
  await expect(page).toHaveURL(/\/units$/);
  await browser.close();
});

test("without a camera that may be used, it says to type", async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator, "mediaDevices", { value: undefined });
  });
  await signIn(page, "1041");
  await page.goto("/units");
  await page.getByRole("button", { name: "Scan its code" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Type what you see of the plate" })).toBeVisible();
});

test("where what reads the codes cannot be loaded, it says to type", async ({ baseURL }, info) => {
  const browser = await withCamera("https://yard.example/units/LM-11", info.outputPath());
  const page = await browser.newPage({ baseURL });
  await signIn(page, "1041");
  await page.route(/turbopack-worker/, (route) => route.abort());
  await page.goto("/units");
  await page.getByRole("button", { name: "Scan its code" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Type what you see of the plate" })).toBeVisible();
  await browser.close();
});
