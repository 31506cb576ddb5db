import { chooseJob } from "./survey-steps";
import { beginWalk, clearCard, type Page, signIn, test, walkOn } from "./yard";

/** Not a check: renews the pictures the README links, by `npm run screenshots`. */
test.use({ reducedMotion: "reduce" } as never);

const heading = (page: Page) => page.getByRole("heading", { level: 1 }).textContent();

async function take(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  await page.waitForTimeout(400);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
}

async function theme(page: Page, value: "day" | "night", baseURL: string | undefined): Promise<void> {
  await page.context().addCookies([{ name: "rook-theme", value, url: baseURL ?? "" }]);
}

test("pictures of the main views", async ({ page, baseURL }) => {
  test.setTimeout(400_000);
  await theme(page, "day", baseURL);
  await page.goto("/sign-in");
  await page.getByLabel("Badge number").fill("1041");

  await signIn(page, "2001");
  await theme(page, "day", baseURL);
  await page.goto("/shift");
  await take(page, "shift");
  await page.goto("/workshop");
  await take(page, "workshop");
  await page.goto("/trends");
  await page
    .getByRole("img", { name: /^Stopping distance/ })
    .locator("svg")
    .first()
    .waitFor();
  await take(page, "trends");
  await page.goto("/units/LM-06");
  await take(page, "unit");

  await signIn(page, "4001");
  await theme(page, "day", baseURL);
  await page.setViewportSize({ width: 1280, height: 1560 });
  await page.goto("/sheets");
  await take(page, "sheets");
  await page.setViewportSize({ width: 1280, height: 800 });

  await theme(page, "day", baseURL);
  for (const [path, name] of [
    ["/clocks", "clocks"],
    ["/records?condition=slippery", "records"],
    ["/settings/policy", "policy"],
  ] as const) {
    await page.goto(path);
    await take(page, name);
  }
  await page.goto("/planning");
  await page.getByText(/All 27 units once/).waitFor({ timeout: 60_000 });
  await take(page, "planning");
  await page.goto("/units/LM-07/proof");
  await page.getByText(/of \d+ seen$/).waitFor({ timeout: 60_000 });
  await take(page, "proof");

  await signIn(page, "3002");
  await theme(page, "day", baseURL);
  await page.goto("/tagged");
  await page.getByRole("listitem").filter({ hasText: "LM-20" }).getByRole("link", { name: /^Open/ }).click();
  await page.waitForURL("**/tags/**");
  await page.getByRole("heading", { name: /^What would explain/ }).waitFor();
  await take(page, "technicians-tag");

  await signIn(page, "1043");
  await theme(page, "day", baseURL);
  await beginWalk(page, "LM-06");
  await walkOn(page, async () => (await heading(page)) === "Battery tray");
  await page.getByRole("button", { name: "Battery water level: Fault" }).click();
  await page.keyboard.press("1");
  await page.getByRole("button", { name: "Topped up with distilled water" }).click();
  await page.getByRole("button", { name: "Record it" }).click();
  await page.getByText("All sent").waitFor();
  await take(page, "inspect");
  await theme(page, "night", baseURL);
  await page.reload();
  await page
    .getByRole("button", { name: /Battery tray/ })
    .first()
    .click();
  await take(page, "inspect-night");
  await page.setViewportSize({ width: 390, height: 844 });
  await theme(page, "day", baseURL);
  await page.reload();
  await page
    .getByRole("button", { name: /Battery tray/ })
    .first()
    .click();
  await take(page, "inspect-phone");
  await page.setViewportSize({ width: 1280, height: 800 });

  await signIn(page, "1041");
  await theme(page, "day", baseURL);
  await beginWalk(page, "LM-19");
  await walkOn(
    page,
    async () =>
      (await heading(page)) === "Platform station" &&
      (await page.getByRole("button", { name: "Turntable left: OK" }).isVisible()),
  );
  for (const name of ["Turntable left", "Turntable right", "Tower up", "Tower down", "Main boom up"]) {
    const good = page.getByRole("button", { name: `${name}: OK` });
    if (await good.isVisible()) await good.click();
  }
  await page.getByText("All sent").waitFor();
  await take(page, "function-tests");
  const rotate = page.getByRole("button", { name: "Platform rotate left: Fault" });
  await walkOn(page, () => rotate.isVisible());
  await rotate.click();
  await page.getByRole("button", { name: "Did not move" }).click();
  await page.waitForTimeout(450);
  for (const possible of (await page.getByRole("dialog").locator("button[aria-pressed]").all()).slice(0, 5))
    await possible.click();
  await take(page, "rule-out");
  await page.getByRole("button", { name: "Works now: it was one of these" }).click();
  await page.getByRole("dialog").getByRole("button").first().click();
  await clearCard(page);
  await walkOn(
    page,
    async () =>
      (await heading(page)) === "Driving" &&
      (await page.getByRole("heading", { name: "Stopping distance" }).isVisible()),
  );
  await walkOn(page);
  await take(page, "decision");

  await takeSurvey(page);
  await signIn(page, "2001");
  await theme(page, "day", baseURL);

  await page.goto("/units/LM-07");
  await page.getByRole("link", { name: / min/ }).first().click();
  await page.waitForURL("**/records/**");
  await page.getByText(/^Running the walk/).waitFor({ state: "hidden", timeout: 60_000 });
  await take(page, "record");
});

/** A boom under the line at the nursery yard, from the side, with the spots that are better. */
async function takeSurvey(page: Page): Promise<void> {
  await page.goto("/units/LM-19/survey");
  await chooseJob(page, "Nursery Yard", "Mend the gutter");
  await page.getByRole("listitem").getByRole("button", { name: "Work" }).click();
  await page.getByRole("button", { name: "Add a piece of work" }).click();
  await page.getByLabel("Name").fill("Gutter");
  await page.getByLabel("Height of the work").fill("6");
  await page.getByLabel("From the left").fill("37.5");
  await page.getByLabel("From the bottom").fill("15.5");
  await page.getByRole("listitem").getByRole("button", { name: "Spot" }).click();
  const picture = page.getByRole("img", { name: /from above/ });
  const box = await picture.boundingBox();
  await picture.click({ position: { x: (box?.width ?? 0) * 0.53, y: (box?.height ?? 0) * 0.69 } });
  await page.getByText("From the side", { exact: true }).click();
  await page.getByRole("button", { name: "Find the best spot" }).click();
  await page
    .getByText(/to spare/)
    .first()
    .waitFor();
  await take(page, "survey");
}
