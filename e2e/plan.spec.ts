import { expect, inspectUnit, signIn, test } from "./yard";

test("a boom found raised, one person alone: looked at from below first, and what cannot be tested is said", async ({
  page,
}) => {
  await signIn(page, "1041");
  await inspectUnit(page, "LM-21");
  await expect(page.getByText("How did you find it, and what is at hand?")).toBeVisible();
  await expect(page.getByText("cannot be made this time")).toHaveCount(0);
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await page.getByRole("button", { name: "Raised" }).click();
  await page.getByRole("button", { name: "One person" }).click();
  await page.getByRole("button", { name: "the tilt ramp" }).click();
  await page.getByRole("button", { name: "Use this plan" }).click();
  await expect(page.getByText("cannot be made this time")).toBeVisible();
  await expect(page.getByText(/needs a second person:/)).toBeVisible();
  await expect(page.getByText(/needs the tilt ramp:/)).toBeVisible();
  await expect(page.getByRole("region", { name: "Set the machine like this" })).toContainText("Lift raised");
  // It outlives a reload: it is an event like any other.
  await page.reload();
  await expect(page.getByText("Raised. One person. Without the tilt ramp.")).toBeVisible();
});

test("a later stop done first: the rest is planned from there, and nothing is lost", async ({ page }) => {
  // Nobody else's walk of this unit: whoever began one goes on with it.
  await signIn(page, "1043");
  await inspectUnit(page, "LM-11");
  const square = page.getByRole("button", { name: /^\d+\. Left rear wheel$/ }).locator("visible=true");
  await square.click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Left rear wheel");
  // How it was found is asked wherever one begins.
  await page.getByRole("button", { name: "First: how did you find it?" }).waitFor();
  await page.getByRole("button", { name: "Yes, like this" }).click();
  await page.getByRole("button", { name: /^\d+ as listed/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText("Left rear wheel");
  // From here the walk goes on; the documents, passed over, are still asked for first of all that is open.
  await page.getByRole("button", { name: "Decision" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/Not cleared/);
  await expect(page.getByText("Tags and log")).toBeVisible();
});

test("the owner sees what each order of work costs on each unit, worked out beside the page", async ({
  page,
}) => {
  await signIn(page, "4001");
  await page.goto("/planning");
  await expect(page.getByText(/All 27 units once/)).toBeVisible({ timeout: 60_000 });
  const row = page.getByRole("row", { name: /LM-18/ });
  await expect(row).toContainText("Pellbridge TB 28");
  const before = await row.textContent();
  await page.getByLabel("Auxiliary").selectOption("first");
  await expect(page.getByText(/All 27 units once/)).toBeVisible({ timeout: 60_000 });
  expect(await row.textContent()).not.toBe(before);
  await page.getByRole("button", { name: "Reset" }).click();
  await expect(page.getByText(/All 27 units once/)).toBeVisible({ timeout: 60_000 });
  await expect.poll(() => row.textContent()).toBe(before);
});

test("every unit's walk prints as a PDF of one or two pages, for those who may see it", async ({ page }) => {
  await signIn(page, "2001");
  for (const plate of ["LM-04", "LM-09", "LM-18"]) {
    const answer = await page.request.get(`/units/${plate}/paper`);
    expect(answer.headers()["content-type"]).toBe("application/pdf");
    const pages = (await answer.body()).toString("latin1").match(/\/Type \/Page\b/g) ?? [];
    expect([1, 2]).toContain(pages.length);
  }
  expect((await page.request.get("/units/LM-99/paper")).status()).toBe(404);
});
