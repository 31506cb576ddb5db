import { beginWalk, expect, inspectUnit, sign, signIn, test, walkOn } from "./yard";

test("a boom whose platform function fails is held, refused, repaired, re-tested, released by another, and owes an inspection", async ({
  page,
  browser,
}) => {
  await signIn(page, "1041");
  await beginWalk(page, "LM-19");
  await walkOn(
    page,
    async () =>
      (await page.getByRole("heading", { level: 1 }).textContent()) === "Platform station" &&
      (await page.getByRole("button", { name: "Platform rotate left: Fault" }).isVisible()),
  );

  await page.getByRole("button", { name: "Platform rotate left: Fault" }).click();
  await page.getByRole("button", { name: "Did not move" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText("Check these first")).toBeVisible();
  await expect(dialog.getByText(/^Crush guard checked/)).toBeVisible();
  await expect(dialog.getByText(/^Descent valve checked/)).toBeHidden();
  // The first stands where "Did not move" stood: a tap that came at once would be taken for a bump.
  await page.waitForTimeout(450);
  for (const possible of await dialog.locator("button[aria-pressed]").all()) await possible.click();
  await dialog.getByRole("button", { name: /All checked/ }).click();
  await dialog.getByLabel("Note for the technician").fill("Left dead from the platform");
  await dialog.getByRole("button", { name: "Record it" }).click();

  // Held from this moment, before any signature: the number and what to do now fill the screen.
  await expect(page.getByRole("heading", { name: "Do not operate. Leave it like this:" })).toBeVisible();
  await expect(page.getByText(/^T-\d+$/)).toBeVisible();
  const keyOff = page.getByRole("button", { name: "Turn the key off and keep it" });
  await keyOff.click();
  await expect(keyOff).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("button", { name: /^Go on looking/ }).click();
  // Looking may go on, operating may not.
  await expect(page.getByText(/Tagged out, T-\d+: do not operate/)).toBeVisible();
  await expect(page.getByText(/\d+ tests cancelled/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Tower up: OK", exact: true })).toHaveCount(0);
  // It is down: nothing is said of how to bring it there.
  await expect(page.getByText("It is still up.")).toHaveCount(0);

  // Another session cannot clear it.
  const other = await browser.newPage();
  await signIn(other, "1042");
  await other.goto("/units/LM-19");
  await expect(other.getByRole("main").getByText("Tagged out", { exact: true }).first()).toBeVisible();
  await inspectUnit(other, "LM-19");
  await expect(other.getByText(/do not operate/)).toBeVisible();
  await other.getByRole("button", { name: "Decision" }).click();
  await expect(other.getByRole("heading", { level: 1 })).toHaveText("Tagged out");
  await sign(other, "J. Wren");
  await expect(other.getByRole("heading", { level: 1 })).toHaveText("Tagged out");

  await page.getByRole("button", { name: "Decision" }).click();
  await sign(page, "R. Oake");

  await signIn(page, "3001");
  await page.goto("/tagged");
  await page.getByRole("listitem").filter({ hasText: "LM-19" }).getByRole("link", { name: /^Open/ }).click();
  await page.getByLabel("Cause found").fill("Broken wire at the rotate switch");
  await page.getByLabel("Work done").fill("Wire re-made, harness clipped");
  await page.getByLabel("Parts disturbed on the way").selectOption("platform_box");
  await page.getByLabel("Licence or card number").fill("LMG-3001");
  await page.getByRole("button", { name: "Record the repair" }).click();
  await page.getByRole("button", { name: "Start the re-test" }).click();
  await page.waitForURL("**/inspect/**");
  await walkOn(page);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Re-test passed");
  await sign(page, "P. Thrale");

  const release = async () => {
    await page.goto("/tagged");
    const row = page.getByRole("listitem").filter({ hasText: "LM-19" });
    await row.getByRole("link", { name: /^Open/ }).click();
    const words = await page.getByRole("button", { name: /^Release tag/ }).textContent();
    const number = /T-\d+/.exec(words ?? "")?.[0] ?? "";
    await page.getByLabel("Number on the tag").fill(number);
    await page.getByRole("button", { name: /^Release tag/ }).click();
  };
  await release();
  await expect(page.getByRole("alert").filter({ hasText: "second person" })).toBeVisible();
  await signIn(page, "3002");
  await release();
  await expect(page.getByText("This tag is returned.", { exact: false })).toBeVisible();
  await page.goto("/units/LM-19");
  await expect(page.getByText("Inspection due")).toBeVisible();
});
