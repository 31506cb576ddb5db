import { expect, inspectUnit, sign, signIn, test, walkOn } from "./yard";

/** From the unit's own page: these are in no crew's plan for the shift. */
for (const [plate, family, never] of [
  ["LM-04", "Push-around mast", ["Key", "Disconnect", "Ground stop"]],
  ["LM-12", "Vertical mast", ["Engine", "Legs"]],
] as const) {
  test(`a ${family.toLowerCase()} asks for its own checks and is walked to cleared`, async ({ page }) => {
    await signIn(page, "1041");
    await page.goto(`/units/${plate}`);
    await page.getByRole("button", { name: /^Inspect/ }).click();
    await page.waitForURL("**/inspect/**");
    await expect(page.getByText(family)).toBeVisible();
    const strip = page.getByRole("region", { name: "Set the machine like this" });
    for (const words of never) await expect(strip).not.toContainText(words);
    await walkOn(page);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Cleared");
    await sign(page, "R. Oake");
  });
}

test("a vehicle mount is shown on its legs, straight up out of its cradle first", async ({ page }) => {
  await signIn(page, "1042");
  await inspectUnit(page, "LM-25");
  await walkOn(page, async () => page.getByText("Straight up first").isVisible());
  await expect(page.getByRole("region", { name: "Set the machine like this" })).toContainText("Legs out");
  await expect(page.getByText("In the cradle, try anything but main boom up: it must refuse.")).toBeVisible();
});

test("before transport is a check of its own, and clears for nothing", async ({ page }) => {
  // A ground person may make it, and no other.
  await signIn(page, "1060");
  await page.goto("/units/LM-14");
  await expect(page.getByRole("button", { name: /^Inspect/ })).toHaveCount(0);
  await page.getByRole("button", { name: "Before transport" }).click();
  await page.waitForURL("**/inspect/**");
  await walkOn(page);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/Not cleared/);
});
