import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gunzipSync, gzipSync } from "node:zlib";
import { expect, signIn, test } from "./yard";

test("an auditor finds records, keeps the search, and takes a year away to be checked by one file alone", async ({
  page,
}) => {
  await signIn(page, "5001");
  await page.goto("/shift");
  await page.getByRole("navigation").getByRole("link", { name: "Records" }).click();
  const count = page.getByRole("status").filter({ hasText: /record/ });
  await expect(count).toContainText(/\d+ records/);
  await page.getByLabel("Unit, serial or model").fill("lm 06");
  await page.getByLabel("Decision").selectOption("cleared_with_notes");
  await page.getByRole("button", { name: "Find" }).click();
  await expect(page).toHaveURL(/unit=lm(\+|%20)06/);
  const rows = page.getByRole("listitem").filter({ has: page.getByRole("link", { name: "LM-06" }) });
  await expect(rows.first()).toContainText("Cleared, with notes");
  await page.getByLabel("Name for this search").fill("LM-06 with notes");
  await page.getByRole("button", { name: "Keep this search" }).click();
  await page.getByRole("link", { name: "Clear" }).click();
  await page.getByRole("link", { name: "LM-06 with notes" }).click();
  await expect(page.getByLabel("Unit, serial or model")).toHaveValue("lm 06");
  const csv = await page.request.get(
    (await page.getByRole("link", { name: "Download CSV" }).getAttribute("href")) ?? "",
  );
  expect((await csv.text()).split("\r\n")[1]).toMatch(/^LM-06,/);
  await rows.first().getByRole("link").click();
  await expect(page).toHaveURL(/\/records\/[0-9a-f-]{36}$/);

  // The year, and the file that checks it, on any computer.
  await page.goto("/records");
  const href = (await page.getByRole("link", { name: /^The ledgers of \d{4}$/ }).getAttribute("href")) ?? "";
  const bundle = await (await page.request.get(href)).body();
  const verifier = await (await page.request.get("/verify-bundle.mjs")).body();
  const folder = mkdtempSync(join(tmpdir(), "rook-step-auditor-"));
  writeFileSync(join(folder, "verify-bundle.mjs"), verifier);
  const check = (content: Buffer) => {
    writeFileSync(join(folder, "year.jsonl.gz"), content);
    const run = spawnSync(process.execPath, ["verify-bundle.mjs", "year.jsonl.gz"], {
      cwd: folder,
      encoding: "utf8",
    });
    return run.stdout + run.stderr;
  };
  const said = check(bundle);
  expect(said).toMatch(/^HOLDS\. Low Meadow Glasshouses, .* entries of \d+ units/);
  const fingerprint = await page
    .getByText(/^This server's key:/)
    .locator("b")
    .textContent();
  expect(said).toContain(fingerprint);
  const plain = gunzipSync(bundle).toString();
  const at = plain.lastIndexOf('\\"cleared\\"');
  expect(check(gzipSync(`${plain.slice(0, at + 2)}k${plain.slice(at + 3)}`))).toMatch(
    /DOES NOT HOLD\. Line \d+: \S+, entry \d+ \(inspection\)/,
  );
});

test("records of an old book are taken from a file, a paper walk is typed in, and both stand marked in the log-book", async ({
  page,
  browser,
}) => {
  await signIn(page, "4001");
  await page.goto("/records/past");
  const lines = [
    "Fecha,Unit no.,Inspected by,Result,Remarks",
    "13/02/2024,LM-06,B. Holt,OK,",
    '14/02/2024,lm 06,B. Holt,X,"Left rail pin missing, replaced"',
    "31/02/2024,LM-06,B. Holt,OK,",
  ];
  await page.getByLabel("Choose a file").setInputFiles({
    name: "old book.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(lines.join("\r\n")),
  });
  // Day first: by the month there is no thirteenth.
  await expect(page.getByText("2 lines can be read")).toBeVisible();
  await expect(page.getByText("Line 4, date: “31/02/2024”")).toBeVisible();
  await page.getByLabel("“X” means").selectOption("faults");
  await page.getByRole("button", { name: "Import 2 records" }).click();
  await expect(page.getByRole("status").filter({ hasText: "2 records imported." })).toBeVisible();
  const pinMissing = page.getByRole("listitem").filter({ hasText: "Left rail pin missing, replaced" });
  await expect(pinMissing).toContainText("From the file old book.csv, imported by C. Marl");
  const today = /on (\d{4}-\d{2}-\d{2})/.exec((await pinMissing.textContent()) ?? "")?.[1] ?? "";

  const other = await browser.newContext();
  const tablet = await other.newPage();
  await signIn(tablet, "1041");
  await tablet.goto("/units/LM-06");
  await tablet.getByRole("link", { name: "Type in a paper walk" }).click();
  await tablet.waitForURL("**/paper-walk");
  const yesterday = new Date(Date.parse(today) - 86_400_000).toISOString().slice(0, 10);
  await tablet.getByLabel("Signed on, by the site's clock").fill(`${yesterday}T04:40`);
  await tablet.getByLabel(/^Inspected by/).fill("R. Oake, 1041");
  await tablet.getByLabel(/^Faults and what was done/).fill("Gate stiff, oiled");
  await tablet.getByRole("button", { name: "Save" }).click();
  await expect(tablet.getByText("On paper, typed in by R. Oake")).toBeVisible();
  await tablet.goto("/units/LM-06/book");
  await expect(tablet.getByText("Gate stiff, oiled")).toBeVisible();
  await other.close();
});
