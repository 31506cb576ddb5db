import { readingsFor } from "./readings";
import { asApp, expect, type Page, test } from "./yard";

/** Moves the focus by Tab alone until it stands on something that fits. */
async function tabTo(page: Page, fits: string): Promise<void> {
  for (let i = 0; i < 90; i++) {
    await page.keyboard.press("Tab");
    if (await page.evaluate((selector) => document.activeElement?.matches(selector) ?? false, fits)) return;
  }
  throw new Error(`Tab never reached ${fits}`);
}

test("a clean scissor is walked and signed by keyboard alone", async ({ page }) => {
  await page.goto("/sign-in");
  await page.keyboard.type("1043");
  await tabTo(page, "input[type=password]");
  await page.keyboard.type("4710");
  await page.keyboard.press("Enter");
  await page.waitForURL("**/shift");
  await tabTo(page, "button[aria-label='Start inspection, LM-05']");
  await page.keyboard.press("Enter");
  await page.waitForURL("**/inspect/**");
  const heading = page.getByRole("heading", { level: 1 });
  await expect(heading).toHaveText("Documents");
  // How it was found is asked before anything is gone on from.
  await expect(page.getByRole("button", { name: "First: how did you find it?" })).toBeVisible();
  await tabTo(page, "main button.bg-brass\\!");
  await page.keyboard.press("Enter");
  await expect(page.getByText("As found:")).toBeVisible();

  for (let steps = 0; steps < 400; steps++) {
    if (await page.getByText("From what was found, this follows").isVisible()) break;
    const waiting = page.getByRole("button", { name: /still open$|^(Set like this\. )?\d+ as listed/ });
    const before = (await waiting.isVisible()) ? await waiting.textContent() : "";
    if (before === "") {
      await page.keyboard.press("n");
      continue;
    }
    const field = page.locator("main input[inputmode=decimal]").first();
    if (/^(Set like this\. )?\d+ as listed L$/.test(before ?? "")) {
      const card = () =>
        page.evaluate(() =>
          [...document.querySelectorAll("main h1, main h2")].map((e) => e.textContent).join(),
        );
      const here = await card();
      await page.keyboard.press("l");
      await expect.poll(card).not.toBe(here);
      continue;
    }
    if ((await page.getByRole("button", { name: /: OK$/ }).count()) > 0 && !(await onMeasure(page)))
      await page.keyboard.press("f");
    else {
      const row = (await field.evaluate((e) => e.closest("li")?.textContent)) ?? "";
      await tabTo(page, "main input[inputmode=decimal]");
      for (const [i, text] of readingsFor(row).entries()) {
        if (i > 0) await page.keyboard.press("Tab");
        await page.keyboard.type(text);
      }
      await page.keyboard.press("Enter");
    }
    await expect(page.getByRole("button", { name: before ?? "", exact: true })).toBeHidden();
  }
  await expect(heading).toHaveText("Cleared");
  await expect(page.getByRole("banner").getByRole("status")).toHaveText("All sent");
  await tabTo(page, "input[placeholder='T. Bram']");
  await page.keyboard.type("T. Bram");
  for (
    let i = 0;
    i < 4 && !(await page.evaluate(() => /^Sign as/.test(document.activeElement?.textContent ?? "")));
    i++
  )
    await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Signed", { exact: true })).toBeVisible();
});

/** Whether the check in brass is one that takes a reading. */
const onMeasure = (page: Page): Promise<boolean> =>
  page.evaluate(() => document.querySelector("li.border-l-brass input") !== null);

test("T tags out from anywhere about a unit, and Escape leaves it", async ({ page }) => {
  await page.request.post("/api/sign-in", { headers: asApp, data: { badge: "1060", pin: "4710" } });
  await page.goto("/units/LM-21");
  await page.keyboard.press("t");
  await expect(page.getByRole("dialog", { name: "Tag out LM-21" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
});
