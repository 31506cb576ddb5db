import { clean } from "./axe";
import { expect, inspectUnit, type Page, signIn, signInHere, test, walkOn } from "./yard";

test.use({ serviceWorkers: "allow" });

/** On the walk of a unit, all of it kept on the tablet, and the signal gone. */
async function offlineOn(page: Page, badge: string, plate: string): Promise<string> {
  await page.goto("/sign-in");
  await signInHere(page, badge);
  await page.waitForURL("**/shift");
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  const id = await inspectUnit(page, plate);
  await expect(page.getByRole("button", { name: /: OK$/ }).first()).toBeVisible();
  await page.context().setOffline(true);
  return id;
}

const button = (page: Page, name: string | RegExp) => page.getByRole("button", { name });
const shows = (page: Page, name: string | RegExp) => async () => await button(page, name).isVisible();

test("a scissor that does not rise because its ground stop is still in: no fault, and the record says which it was", async ({
  page,
  context,
}) => {
  const id = await offlineOn(page, "1041", "LM-01");
  await walkOn(page, shows(page, "Lift up: Fault"));
  await button(page, "Lift up: Fault").click();
  await button(page, "Did not move").click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText("Check these first")).toBeVisible();
  await clean(page, "check these first");
  await page.waitForTimeout(450);
  await dialog.locator("button[aria-pressed=false]").first().click();
  await expect(dialog.locator("button[aria-pressed=true]")).toHaveCount(1);
  await page.keyboard.press("Escape");
  // In question: closed, opened anew without a signal, and by its key, it is never simply OK.
  await page.reload();
  const asked = button(page, "Lift up: did not move, being checked");
  await expect(asked).toBeVisible();
  await page.keyboard.press("f");
  await expect(dialog.locator("button[aria-pressed=true]")).toHaveCount(1);
  await dialog.getByRole("button", { name: "Works now: it was one of these" }).click();
  await dialog.getByRole("button").first().click();
  await expect(asked).toBeHidden();
  await walkOn(page, shows(page, "Brake hold on a slope: OK"));
  await button(page, "Is it steep enough? Measure it").first().click();
  const slope = dialog.locator("input[inputmode=decimal]");
  await slope.fill("12");
  await expect(page.getByText("Too gentle: the test proves nothing here.")).toBeVisible();
  await clean(page, "what the test is made on");
  await button(page, "Record it").click();
  await button(page, "Brake hold on a slope: OK").press("Enter");
  await expect(button(page, /^Brake hold on a slope: Not graded/)).toBeVisible();
  await button(page, "Measure it again").click();
  await slope.fill("32.5");
  await expect(page.getByText(/This will do/)).toBeVisible();
  await button(page, "Record it").click();
  await expect(button(page, /^Brake hold on a slope: OK\. Change/)).toBeVisible();
  await walkOn(page);
  await page.getByLabel("or type your name").fill("R. Oake");
  await button(page, "Sign here; it counts once it is sent").click();
  const heading = page.getByRole("heading", { level: 1 });
  await expect(heading).toHaveText("Signed on this tablet, not sent yet");
  await context.setOffline(false);
  await expect(heading).toHaveText(/^Cleared/, { timeout: 30_000 });
  await page.goto(`/records/${id}`);
  const lift = page.getByRole("listitem").filter({ hasText: "Lift up" }).first();
  await expect(lift).toContainText(
    "Did not move at first. It was “A stop button is still in, at any station”.",
  );
  await expect(page.getByRole("listitem").filter({ hasText: "Brake hold on a slope" })).toContainText(
    "Tested on: 32.5 % (per cent).",
  );
});

test("a boom whose tower does not rise: what else to try, held without a signal, and a technician knows where to look", async ({
  page,
  context,
}) => {
  await offlineOn(page, "1041", "HI-07");
  await walkOn(page, shows(page, "Tower up: Fault"));
  await page.getByRole("button", { name: "Lamps", exact: true }).click();
  await button(page, /^Tilt|^Red, /)
    .first()
    .click();
  await clean(page, "lamps");
  await page.keyboard.press("Escape");
  await button(page, "Turntable, both ways OK").press("Enter");
  await button(page, "Tower up: Fault").click();
  await button(page, "Did not move").click();
  const dialog = page.getByRole("dialog");
  await page.waitForTimeout(450);
  for (const possible of await dialog.locator("button[aria-pressed]").all()) await possible.press("Enter");
  await expect(dialog.getByRole("heading", { name: /these would help the technician/ })).toBeVisible();
  // The same station, on the other power or another function: nobody is sent anywhere for it.
  await expect(dialog.getByRole("listitem").first()).toHaveText(/^Auxiliary power|, ground station$/);
  await dialog.getByRole("button", { name: /All checked/ }).click();
  await dialog.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByRole("heading", { name: "Do not operate. Leave it like this:" })).toBeVisible();
  await page.reload();
  await expect(page.getByText(/do not operate/i).first()).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/Tagged out, T-\d+: do not operate/)).toBeVisible({ timeout: 30_000 });

  await signIn(page, "3001");
  await page.goto("/tagged");
  await page.getByRole("listitem").filter({ hasText: "HI-07" }).locator('a[href^="/tags/"]').first().click();
  await expect(page.getByRole("heading", { name: /^What would explain all/ })).toBeVisible();
  await expect(page.getByRole("main")).toContainText("Tower");
});
