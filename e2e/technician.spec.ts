import { expect, signIn, test } from "./yard";

test("a technician's tag names the part, the next test, and keeps what was tried through a reload", async ({
  page,
}) => {
  await signIn(page, "3001");
  await page.goto("/tagged");
  const row = page.getByRole("listitem").filter({ hasText: "LM-20" });
  await row.locator('a[href^="/tags/"]').first().click();
  const first = page.getByRole("listitem").filter({ hasText: /^1/ });
  await expect(page.getByRole("heading", { name: /^What would explain all/ })).toBeVisible();
  await expect(first).toContainText("Platform rotate contact or wire, left, platform station: does nothing");

  // What the walk ticked is held against what the technician sees by themselves.
  await page
    .getByRole("button", { name: /^Platform rotate right, platform station:/ })
    .first()
    .click();
  await page.getByRole("dialog").getByRole("button", { name: "Did not move" }).click();
  await expect(first).toContainText("Platform rotate switch, platform station: does nothing");
  await page.reload();
  await expect(first).toContainText("Platform rotate switch, platform station: does nothing");
  // By key alone it is taken back.
  await page
    .getByRole("button", { name: /^Platform rotate right, platform station:/ })
    .first()
    .focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Not tried after all" }).focus();
  await page.keyboard.press("Enter");
  await expect(first).toContainText("contact or wire");

  // Where two things are wrong it says so, and what one more test would settle.
  await page
    .getByRole("button", { name: /^Jib up, ground station:/ })
    .first()
    .click();
  await page.getByRole("dialog").getByRole("button", { name: "Did not move" }).click();
  await expect(first).toContainText("Jib");
  await expect(page.getByLabel("Which part was it?")).toContainText("Jib");
});

test("an operator's view of a tag says nothing of parts", async ({ page }) => {
  await signIn(page, "1041");
  await page.goto("/tagged");
  await page.getByRole("listitem").filter({ hasText: "LM-20" }).locator('a[href^="/tags/"]').first().click();
  await expect(page.getByText("T-0003")).toBeVisible();
  await expect(page.getByRole("heading", { name: /^What would explain/ })).toHaveCount(0);
});
