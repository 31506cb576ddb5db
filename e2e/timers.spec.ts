import { expect, inspectUnit, signIn, test, walkOn } from "./yard";

test("a time of the sheet runs on through a reload, on a device whose clock is years wrong", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const now = Date.now;
    Date.now = () => now() - 23 * 365 * 86_400_000;
  });
  await signIn(page, "1041");
  await inspectUnit(page, "LM-17");
  const start = page.getByRole("button", { name: /: start \d+ s$/ });
  await walkOn(page, async () => await start.first().isVisible());
  const name = (await start.first().textContent()) ?? "";
  const whole = Number(/(\d+) s$/.exec(name)?.[1]);
  await start.first().click();
  const left = page.locator("output");
  await expect(left).toHaveText(`${whole - 1} s`);
  await page.reload();
  // It went on while the page was away, and ends by itself.
  await expect(left).toHaveText(new RegExp(`^[1-${Math.min(9, whole - 1)}] s$`));
  await expect(page.getByText("Time is up: go on.")).toBeVisible();
  await expect(page.getByRole("button", { name: name.replace("start", "again") })).toBeVisible();
});
