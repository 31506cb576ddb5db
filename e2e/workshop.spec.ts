import { expect, type Page, sign, signIn, test, walkOn } from "./yard";

/** What the label printer has printed last; demo's own beside the app's port otherwise. */
const panel = process.env["E2E_LABEL_PANEL"] ?? "http://127.0.0.1:4714";

async function tagOut(page: Page, plate: string, reason: string): Promise<string> {
  await page.goto(`/units/${plate}`);
  await page.getByRole("button", { name: "Tag out" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: reason }).click();
  await dialog.getByRole("button", { name: "Tag it out now" }).click();
  const said = page.getByText(/is tagged out: T-\d+/);
  await expect(said).toBeVisible();
  return /T-\d+/.exec((await said.textContent()) ?? "")?.[0] ?? "";
}

test("a technician takes the tag that holds a crew up, orders its part, prints its label, repairs it on the drawing and sees it released", async ({
  page,
}) => {
  await signIn(page, "1043");
  const number = await tagOut(page, "LM-06", "Leak");
  await signIn(page, "3001");
  await page.goto("/workshop");
  const jobs = page.getByRole("main").locator("ol > li");
  const mine = jobs.filter({ hasText: number });
  // The heating crew has it from 06:30: it stands before what nobody waits for.
  await expect(mine.getByText(/heating crew, Fern Range: from 06:30/)).toBeVisible();
  const order = (await jobs.allTextContents()).map((words) => words.includes(number));
  const nobody = (await jobs.allTextContents()).findIndex((words) => words.includes("Nobody waits"));
  if (nobody >= 0) expect(order.indexOf(true)).toBeLessThan(nobody);

  const tag = mine.getByRole("listitem").filter({ hasText: number });
  await tag.getByRole("button", { name: "Take it" }).click();
  await expect(tag.getByText(/^Taken by P\. Thrale/)).toBeVisible();
  await tag.getByRole("button", { name: "It waits for a part" }).click();
  await tag.getByLabel("Which part").fill("Return hose");
  await tag.getByLabel("From where").fill("Stores");
  await tag.getByLabel("Expected on").fill("2026-06-10");
  await tag.getByRole("button", { name: "Save" }).click();
  await expect(tag.getByText("Waits for: Return hose, from Stores, due 2026-06-10")).toBeVisible();
  await tag.getByRole("button", { name: "The part is here" }).click();
  await expect(tag.getByText(/Return hose/)).toHaveCount(0);

  await tag.getByRole("link", { name: `Open ${number}` }).click();
  await page.getByRole("button", { name: "I have the key" }).click();
  await expect(page.getByText(/^Key: P\. Thrale/)).toBeVisible();
  await page.getByRole("button", { name: "Print its label" }).click();
  await expect(page.getByText("The label is printing.")).toBeVisible();
  const printed = await fetch(panel);
  expect(printed.headers.get("content-type")).toBe("application/pdf");
  expect((await printed.arrayBuffer()).byteLength).toBeGreaterThan(2000);

  // By touching the drawing, with keys alone: once for repaired, twice for disturbed.
  await page.getByLabel("Cause found").fill("Return hose chafed");
  await page.getByLabel("Work done").fill("Hose replaced");
  await page.getByRole("button", { name: /\. Hydraulic tray$/ }).press("Enter");
  const part = page.getByRole("button", { name: /^Hoses: / });
  await expect(part).toHaveText("Hoses: not touched");
  await part.press("Enter");
  await expect(part).toHaveText("Hoses: repaired");
  await part.press("Enter");
  await expect(part).toHaveText("Hoses: disturbed");
  await part.press("Enter");
  await part.press("Enter");
  await expect(part).toHaveText("Hoses: repaired");
  await page.getByLabel("Licence or card number").fill("LMG-3001");
  await page.getByRole("button", { name: "Record the repair" }).click();
  await page.getByRole("button", { name: "Start the re-test" }).click();
  await page.waitForURL("**/inspect/**");
  await walkOn(page);
  await sign(page, "P. Thrale");

  await signIn(page, "3002");
  await page.goto("/workshop");
  await jobs.getByRole("link", { name: `Open ${number}` }).click();
  await page.getByLabel("Number on the tag").fill(number);
  await page.getByRole("button", { name: /^Release tag/ }).click();
  await expect(page.getByText("This tag is returned.", { exact: false })).toBeVisible();
  await page.goto("/workshop");
  await expect(page.getByRole("link", { name: `Open ${number}` })).toHaveCount(0);
});

test("damage after a hire is held against the walk before it, and sealed as a page", async ({ page }) => {
  await signIn(page, "2001");
  await page.goto("/units/LM-07/damage");
  // The oldest walk and the one after it: what other tests of this yard walk comes later.
  const after = page.getByLabel("After");
  const oldest = await after
    .locator("option")
    .evaluateAll((all) => all.map((one) => one.getAttribute("value")));
  await page.getByLabel("Before").selectOption(oldest.at(-1) ?? "");
  await after.selectOption(oldest.at(-2) ?? "");
  await page.getByRole("button", { name: "Compare" }).click();
  await page.waitForURL(/damage\?before=/);
  const rails = page.getByRole("listitem").filter({ hasText: "Guard rails" });
  await expect(rails.getByText("Already there", { exact: true })).toBeVisible();
  await expect(rails.getByRole("link", { name: "See the record" }).first()).toBeVisible();
  // Side by side, each as it was taken.
  const taken = rails.getByRole("img", { name: "Picture of the finding" });
  await expect(taken).toHaveCount(2);
  for (const one of await taken.all())
    await expect.poll(() => one.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(800);
  await rails.getByText("Wear", { exact: true }).click();
  await page.getByLabel("To whom, and what is asked").fill("For the hire firm");
  await page.getByRole("button", { name: "Seal this page" }).click();
  const sealed = page.getByRole("link", { name: "Page as PDF" });
  await expect(sealed).toHaveCount(1);
  const pdf = await page.request.get((await sealed.getAttribute("href")) ?? "");
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
  // Whoever may not seal reads it.
  await signIn(page, "5001");
  await page.goto("/units/LM-07/damage");
  await expect(page.getByRole("link", { name: "Page as PDF" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Seal this page" })).toHaveCount(0);
});

test("a stopping distance that creeps is found, with since when, when it meets its limit, and every reading's record", async ({
  page,
}) => {
  await signIn(page, "2001");
  await page.goto("/trends");
  const boom = page
    .getByRole("listitem")
    .filter({ hasText: "LM-22" })
    .filter({ hasText: "Stopping distance" });
  await expect(
    boom.getByText(/^Has been getting worse since around 20\d\d-\d\d-\d\d: from 0\.\d+ m to 0\.8\d* m\./),
  ).toBeVisible();
  await expect(boom.getByText(/meets its limit of 0\.9 m about 20\d\d-\d\d-\d\d/)).toBeVisible();
  await expect(boom.getByRole("img", { name: /^Stopping distance/ })).toBeVisible();
  await boom.getByText(/readings, with their records$/).click();
  await boom.getByRole("listitem").first().getByRole("link").click();
  await page.waitForURL("**/records/**");
  await expect(page.getByText("Stopping distance").first()).toBeVisible();
  // Month by month, for the owner.
  await page.goto("/trends");
  const month = await page.getByRole("link", { name: /^Print 20/ }).getAttribute("href");
  expect((await page.request.get(month ?? "")).headers()["content-type"]).toBe("application/pdf");
  expect((await page.request.get("/trends/pdf?month=1999-01")).status()).toBe(400);
});
