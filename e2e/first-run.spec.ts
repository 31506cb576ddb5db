import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { expect, inspectUnit, type Page, sign, test, walkOn } from "./yard";

/** The manual has the brake tried on a slope once a week: two people's word. */
const intervals = { "drive.brake_hold": { days: 7, page: "41" } };

const url = process.env["E2E_EMPTY_URL"];
const code = process.env["E2E_EMPTY_CODE"] ?? "";

test.use({ baseURL: url ?? "http://127.0.0.1:4710" });
test.describe.configure({ mode: "serial" });

test.beforeAll(() => {
  expect(
    url,
    "E2E_EMPTY_URL and E2E_EMPTY_CODE name an empty yard and its code: `npm test` makes one",
  ).toBeDefined();
});

async function enter(page: Page, badge: string, pin: string): Promise<void> {
  await page.goto("/sign-in");
  await page.getByLabel("Badge number").fill(badge);
  await page.getByLabel("PIN").fill(pin);
  await page.getByLabel("PIN").press("Enter");
}

/** Another choice of a policy, once the page stands: what is chosen before that is not heard. */
async function choose(page: Page, label: string, value: string): Promise<void> {
  await expect(async () => {
    await page.getByLabel(label).selectOption(value);
    await expect(page.getByRole("button", { name: "Put in force" })).toBeVisible({ timeout: 2000 });
  }).toPass();
}

async function leave(page: Page): Promise<void> {
  await page.context().clearCookies();
}

test("two people take an empty yard to a cleared scissor; somebody is hired, made familiar, and gone", async ({
  page,
}) => {
  const beganMs = Date.now();
  await page.goto("/shift");
  await expect(page).toHaveURL(/\/first$/);
  await page.getByLabel("Name of the site").fill("Quarry Garth");
  await page.getByLabel(/^Time zone/).fill("UTC");
  const owner = page.getByRole("group", { name: "Owner" });
  const second = page.getByRole("group", { name: "Second person" });
  for (const [group, name, badge, pin] of [
    [owner, "E. Hurst", "401", "82739"],
    [second, "B. Lowe", "201", "55028"],
  ] as const) {
    await group.getByLabel("Name", { exact: true }).fill(name);
    await group.getByLabel("Badge number").fill(badge);
    await group.getByLabel(/^PIN/).fill(pin);
  }
  // Whoever merely reached the address has no code.
  await page.getByLabel(/^Code of this server/).fill("00000000");
  await page.getByRole("button", { name: "Begin" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("not the code");
  await page.getByLabel(/^Code of this server/).fill(code);
  await page.getByRole("button", { name: "Begin" }).click();
  await page.waitForURL("**/sign-in");

  await enter(page, "401", "82739");
  await page.waitForURL("**/start");
  await page.getByRole("link", { name: "Add a sheet" }).click();
  await page.locator("input[type=file]").setInputFiles({
    name: "sheet.json",
    mimeType: "application/json",
    buffer: Buffer.from(JSON.stringify({ ...slabScissorSheet, intervals })),
  });
  await page.waitForURL(/sheets\/dunmarrow/);

  await page.goto("/start");
  await page.getByRole("link", { name: "Add a unit" }).click();
  await page.getByLabel(/^Plate/).fill("qg-1");
  await page.getByLabel(/^Serial number/).fill("DM-S24-99");
  await page.getByLabel("Its examination falls due").fill("2027-09-01");
  await page.getByLabel("Report number").fill("R-17");
  await page.getByRole("button", { name: "Add a unit" }).click();
  await page.waitForURL("**/units/QG-1/pool");
  const label = await page.request.get("/units/QG-1/plate");
  expect((await label.body()).subarray(0, 5).toString()).toBe("%PDF-");

  // An operator joins by a code, chooses a PIN nobody else knows, and is trained by somebody else.
  await page.goto("/people");
  await page.getByLabel("Name", { exact: true }).fill("S. Tarn");
  await page.getByLabel("Badge number").fill("101");
  await page.getByRole("button", { name: "Add a person" }).click();
  const handed = (await page.getByRole("status").locator("b").textContent()) ?? "";
  await page.getByRole("link", { name: "S. Tarn" }).click();
  await page.getByLabel("Licence or card number").fill("L-101");
  await page.getByLabel("Good until").fill("2027-09-01");
  await page.getByRole("button", { name: "Record training" }).click();
  await expect(page.getByText("until 2027-09-01")).toBeVisible();
  await page.goto("/start");
  await expect(page.getByRole("link", { name: "Both sign" })).toHaveClass(/bg-brass/);

  await leave(page);
  await enter(page, "101", handed);
  await page.waitForURL("**/pin");
  // The code opens nothing else.
  await page.goto("/units/QG-1");
  await page.waitForURL("**/pin");
  for (const field of ["New PIN", "The same again"]) await page.getByLabel(field).fill("1111");
  await page.getByRole("button", { name: "Set my PIN" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("one digit over and over");
  for (const field of ["New PIN", "The same again"]) await page.getByLabel(field).fill("61937");
  await page.getByRole("button", { name: "Set my PIN" }).click();
  await page.waitForURL("**/sign-in");
  await enter(page, "101", "61937");
  await page.waitForURL("**/shift");

  // The cautious policy: shown the model by the supervisor, at the machine and on the operator's tablet, signed by both.
  await page.goto("/units/QG-1");
  await page.getByRole("link", { name: "Sign that it was shown" }).click();
  const shown = page.getByRole("group", { name: "Was shown" }).getByRole("checkbox");
  await expect(shown).toHaveCount(5);
  for (const box of await shown.all()) await box.check();
  await page.getByLabel(/^Badge of whoever showed it/).fill("201");
  await page.getByLabel(/^PIN of whoever showed it/).fill("61937");
  await page.getByRole("button", { name: "Both sign" }).click();
  await expect(page.getByRole("main").getByRole("alert").filter({ hasText: "do not match" })).toBeVisible();
  await page.getByLabel(/^PIN of whoever showed it/).fill("55028");
  await page.getByRole("button", { name: "Both sign" }).click();
  await page.waitForURL("**/units/QG-1");
  await expect(page.getByText("have not been made familiar")).toBeHidden();
  await page.getByRole("button", { name: "Inspect, QG-1" }).click();
  await page.waitForURL("**/inspect/**");
  await expect(page.getByRole("button", { name: "Decision" })).toBeVisible();
  const startedS = (Date.now() - beganMs) / 1000;
  console.log(`first walk started after ${startedS.toFixed(0)} s, by a machine's hands`);
  await walkOn(page);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Cleared");
  await sign(page, "S. Tarn");
  await page.goto("/units/QG-1");
  await expect(page.getByText("Cleared", { exact: true }).first()).toBeVisible();

  // Gone: everything they recorded stays.
  await leave(page);
  await enter(page, "401", "82739");
  await page.waitForURL("**/shift");
  await page.goto("/people");
  await page.getByRole("link", { name: "S. Tarn" }).click();
  await page.getByRole("button", { name: "Leaves the site" }).click();
  await page.getByRole("button", { name: "Leaves the site" }).click();
  await expect(page.getByText("No longer works here").first()).toBeVisible();
  await expect(page.getByText(/all of it shown .* by B. Lowe/)).toBeVisible();
  await page.goto("/units/QG-1");
  await expect(page.getByRole("link", { name: /S. Tarn, \d+ min/ })).toBeVisible();
  await leave(page);
  await enter(page, "101", "61937");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("no longer in use");
});

test("a brake test in date by its interval is borrowed, or made all the same; two people agreed to the interval", async ({
  page,
}) => {
  await enter(page, "401", "82739");
  await page.waitForURL("**/shift");
  // The supervisor is trained, and shown the model, by the owner.
  await page.goto("/people");
  await page.getByRole("link", { name: "B. Lowe" }).click();
  await page.getByLabel("Licence or card number").fill("L-201");
  await page.getByLabel("Good until").fill("2040-09-01");
  await page.getByLabel(/^The certificate itself/).setInputFiles({
    name: "card.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n"),
  });
  await page.getByRole("button", { name: "Record training" }).click();
  await expect(page.getByRole("link", { name: "Open the certificate" })).toBeVisible();
  for (const box of await page.getByRole("group", { name: "Was shown" }).getByRole("checkbox").all())
    await box.check();
  await page.getByLabel(/^PIN of the one who was shown/).fill("55028");
  await page.getByRole("button", { name: "Both sign" }).click();
  await expect(page.getByText(/all of it shown .* by E. Hurst/)).toBeVisible();
  await page.goto("/settings/policy");
  await choose(page, "Checks with an interval", "as_the_manual");
  await page.getByRole("button", { name: "Put in force" }).click();
  await expect(page.getByRole("heading", { name: "What this changes" })).toBeHidden();

  await leave(page);
  await enter(page, "201", "55028");
  await page.waitForURL("**/shift");
  const walk = async () => {
    await inspectUnit(page, "QG-1");
    await walkOn(page);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Cleared");
  };
  const borrowed = page
    .locator("section")
    .filter({ has: page.getByRole("heading", { name: "Proven by an earlier walk" }) });
  const brake = borrowed.getByRole("listitem").filter({ hasText: "Brake hold on a slope" });
  await page.goto("/sheets");
  await page
    .getByRole("link", { name: /Dunmarrow S 24/ })
    .first()
    .click();
  await page.getByRole("button", { name: /^Versions/ }).click();
  await page.getByRole("button", { name: "I have the manual and agree" }).first().click();
  await expect(page.getByText("Version 2").first()).toBeVisible();
  await walk();
  await expect(borrowed).toBeHidden();
  await sign(page, "B. Lowe");
  await walk();
  await expect(brake).toHaveCount(1);
  await expect(brake).toContainText(/by B. Lowe.*in date until/);
  await brake.getByRole("button", { name: "Check it now" }).click();
  // It is open again, and nothing else is by it.
  await expect(page.getByText("One check still open")).toBeVisible();
  await expect(page.getByText("What was not made proves nothing")).toBeHidden();
  await page.getByRole("button", { name: /^Brake hold on a slope/ }).click();
  await walkOn(page);
  await expect(borrowed).toBeHidden();
  await sign(page, "B. Lowe");
  await walk();
  await expect(brake).toHaveCount(1);
  await sign(page, "B. Lowe");
  await page.goto("/units/QG-1");
  await page
    .getByRole("link", { name: /B. Lowe, \d+ min/ })
    .first()
    .click();
  await expect(page.getByRole("heading", { name: "Cleared" })).toBeVisible();
  await expect(brake.first()).toContainText(/by B. Lowe.*in date until/);
});

test("a policy shows what it changes before it holds, and grades the next walk", async ({ page }) => {
  await enter(page, "401", "82739");
  await page.waitForURL("**/shift");
  await page.goto("/settings");
  await page.getByRole("link", { name: "Policy", exact: true }).click();
  await page.waitForURL("**/settings/policy");
  await page.getByLabel("Findings are graded").selectOption("graded");
  await page.getByLabel("Longest walk that clears (minutes)").fill("60");
  const effect = page
    .locator("section")
    .filter({ has: page.getByRole("heading", { name: "What this changes" }) });
  const differences = effect.getByRole("listitem");
  await expect(differences).toHaveCount(2);
  await expect(differences.filter({ hasText: "Findings are graded" })).toContainText("Less strict");
  await expect(differences.filter({ hasText: "120 → 60" })).not.toContainText("Less strict");
  await expect(effect).toContainText("every clearance at this site ends");
  // A draft outlives the page.
  await page.reload();
  await expect(differences).toHaveCount(2);
  await effect.getByLabel("Why").fill("Scuffs are watched");
  await effect.getByRole("button", { name: "Put in force" }).click();
  await expect(page.getByText("“Scuffs are watched”")).toBeVisible();
  await expect(effect).toBeHidden();
  await page.getByRole("button", { name: "Compare with the current policy" }).first().click();
  await expect(page.getByText("The same as the current policy.")).toBeVisible();
  await page.getByText(/^Minutes on each unit under these orders/).click();
  await expect(page.getByText(/^\d+ min$/).first()).toBeVisible();
  // From a day to come it waits, and can be taken back.
  await page.getByLabel("An inspection is due").selectOption("each_use");
  await effect.getByLabel(/^In force from/).fill("2040-01-01");
  await effect.getByRole("button", { name: "Put in force from then" }).click();
  await expect(page.getByText("in force from 2040-01-01")).toBeVisible();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText("taken back")).toBeVisible();

  await leave(page);
  await enter(page, "201", "55028");
  await page.waitForURL("**/shift");
  await page.goto("/units/QG-1");
  await expect(page.getByText("Inspection due")).toBeVisible();
  await page.getByRole("button", { name: "Inspect, QG-1" }).click();
  await page.waitForURL("**/inspect/**");
  const rails = page.getByRole("button", { name: /^Guard rails: Fault$/ });
  await walkOn(page, () => rails.isVisible());
  await rails.click();
  await page.getByRole("button", { name: /^Scuffed/ }).click();
  await page.getByRole("button", { name: "Record it" }).click();
  // By the catalogue; before, any damage tagged out.
  await expect(page.getByRole("button", { name: /^Guard rails: Watch/ })).toBeVisible();
  // A browser closed before it has sent takes its answers with it; the log-book below goes by this one.
  await expect(async () => {
    await page.goto("/units/QG-1/book");
    await expect(page.getByText(/Guard rails.*scuffed/i)).toBeVisible({ timeout: 1000 });
  }).toPass();
});

test("in a yard that goes by its log-book a fault, however small, holds until the owner signs; the book is printed", async ({
  page,
}) => {
  await enter(page, "401", "82739");
  await page.waitForURL("**/shift");
  await page.goto("/settings/policy");
  await choose(page, "Findings are graded", "log_book");
  await page.getByRole("button", { name: "Put in force" }).click();
  await expect(page.getByRole("heading", { name: "What this changes" })).toBeHidden();

  const unsigned = page.getByText("One earlier fault is not signed by the owner in the log-book");
  const decision = async () => {
    await inspectUnit(page, "QG-1");
    await page.getByRole("button", { name: "Decision" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText(/^Not cleared/);
  };
  // The supervisor's walk is still open, with the scuffed rail in it; the owner begins one of their own.
  await decision();
  await expect(unsigned).toBeVisible();

  await page.goto("/units/QG-1");
  await expect(page.getByText("One fault is not signed by the owner", { exact: true })).toBeVisible();
  await page.getByRole("link", { name: "Log-book" }).click();
  await page.waitForURL("**/book");
  const sign = page.getByRole("button", { name: "Sign for one fault" });
  await page.getByRole("checkbox", { name: /Guard rails.*scuffed/i }).check();
  await expect(sign).toBeDisabled();
  await page.getByLabel(/^What was done, or decided/).fill("Scuff only; looked at, left");
  await sign.click();
  await expect(page.getByText("The owner has signed for every fault.")).toBeVisible();
  await expect(page.getByText(/^Signed by the owner: .*Scuff only/)).toBeVisible();
  const printed = await page.request.get(
    (await page.getByRole("link", { name: /^Print \d{4}$/ }).getAttribute("href")) ?? "",
  );
  expect(printed.headers()["content-type"]).toBe("application/pdf");
  expect((await printed.body()).length).toBeGreaterThan(5000);
  await decision();
  await expect(unsigned).toHaveCount(0);
});
