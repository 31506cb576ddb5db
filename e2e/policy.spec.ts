import { beginWalk, expect, signIn, test, walkOn } from "./yard";

test("an owner's new rule shows what it changes before it holds, and grades the next walk", async ({
  page,
}) => {
  await signIn(page, "4001");
  await page.goto("/settings");
  await page.getByRole("link", { name: "Policy", exact: true }).click();
  await page.waitForURL("**/settings/policy");
  await page.getByText("Add a rule").first().click();
  await page.getByLabel("Check", { exact: false }).first().selectOption("rails.condition");
  await page.getByLabel("Condition found").selectOption("scuffed");
  await page.getByLabel("Grade", { exact: false }).last().selectOption("tag_out");
  await page.getByRole("button", { name: "Add a rule" }).click();
  await page.getByLabel("A walk clears for so many minutes from its beginning").fill("300");
  const effect = page
    .locator("section")
    .filter({ has: page.getByRole("heading", { name: "What this changes" }) });
  await expect(effect.getByRole("listitem")).toHaveCount(2);
  await expect(effect.getByRole("listitem").filter({ hasText: "240 → 300" })).toContainText("Asks less");
  await expect(effect).toContainText("every clearance at this site ends");
  await effect.getByLabel("Why").fill("Scuffs hid a crack");
  await effect.getByRole("button", { name: "Let it hold" }).click();
  await expect(page.getByText("“Scuffs hid a crack”")).toBeVisible();
  await expect(effect).toBeHidden();
  await page.getByText(/^Minutes on each unit under these orders/).click();
  await expect(page.getByText(/\d+ min/).first()).toBeVisible();

  await signIn(page, "1043");
  await beginWalk(page, "LM-05");
  const rails = page.getByRole("button", { name: /^Rails.*: Fault$/ });
  await walkOn(page, () => rails.first().isVisible());
  await rails.first().click();
  await page.getByRole("button", { name: /^Scuffed/ }).click();
  await page.getByRole("button", { name: "Record it" }).click();
  // By the owner's rule, where the catalogue would only watch it.
  await expect(page.getByText(/T-\d{4}/).first()).toBeVisible();
});
