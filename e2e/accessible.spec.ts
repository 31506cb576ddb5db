import { clean } from "./axe";
import { beginWalk, expect, type Page, signIn, test } from "./yard";

const day = { theme: "day", width: 1280, height: 800 } as const;
const night = { theme: "night", width: 390, height: 844 } as const;

/** What night and a phone's width may change about a page that axe found nothing on by day. */
const changesWithLook = [
  "color-contrast",
  "target-size",
  "scrollable-region-focusable",
  "duplicate-id-aria",
  "landmark-one-main",
  "page-has-heading-one",
  "region",
];

async function wear(page: Page, look: typeof day | typeof night): Promise<void> {
  await page.setViewportSize(look);
  await page.evaluate((theme) => {
    document.documentElement.dataset["theme"] = theme;
  }, look.theme);
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
}

/** A page as it stands: axe whole by day on a tablet, what may change again by night on a phone; nothing runs off. */
async function look(page: Page, where: string): Promise<void> {
  await expect(page.getByRole("main").first()).toBeVisible();
  // The title comes with the rest of a page that is still being sent.
  await expect(page).toHaveTitle(/./);
  for (const one of [day, night]) {
    await wear(page, one);
    await clean(page, `${where}, ${one.theme}`, one === day ? undefined : changesWithLook);
    const over = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(over, `${where} runs off by`).toBeLessThanOrEqual(0);
  }
  await wear(page, day);
}

async function lookAt(page: Page, paths: readonly string[]): Promise<void> {
  for (const path of paths) {
    await page.goto(path);
    await look(page, path);
  }
}

test("axe finds nothing on what is open to all and on a technician's pages", async ({ page }) => {
  await lookAt(page, ["/sign-in", `/verify/${"0".repeat(64)}`]);
  await signIn(page, "3001");
  await lookAt(page, ["/shift", "/tagged", "/units", "/units/LM-08", "/units/LM-01", "/units/NO-1"]);
  await page.goto("/tagged");
  const links = await page
    .getByRole("link", { name: /^Open/ })
    .evaluateAll((all) => all.map((a) => a.getAttribute("href") ?? ""));
  await lookAt(page, links);
  await page.goto("/units/LM-08");
  const record = await page.getByRole("link", { name: /min/ }).first().getAttribute("href");
  await lookAt(page, [record ?? ""]);
});

test("axe finds nothing on the owner's pages", async ({ page }) => {
  await signIn(page, "4001");
  await lookAt(page, [
    "/planning",
    "/sheets",
    "/sheets/new",
    "/settings",
    "/units/LM-07",
    "/units/LM-07/proof",
    "/sheets/pellbridge-rt33",
  ]);
  for (const step of ["Lamps and alarms", "Figures", "Places", "Stop buttons", "Versions"]) {
    await page.getByRole("button", { name: step, exact: true }).click();
    await look(page, `sheet editor, ${step}`);
  }
});

test("axe finds nothing on the pages of the office", async ({ page }) => {
  await signIn(page, "4001");
  await lookAt(page, [
    ...["/clocks", "/units/LM-05/clocks", "/units/LM-05/book", "/units/LM-07/pool", "/units/new", "/start"],
    ...[
      "/people",
      "/records?condition=slippery",
      "/settings/policy",
      "/settings/places",
      "/settings/places/new",
    ],
  ]);
  await page.goto("/people");
  const person = await page.getByRole("link", { name: "T. Bram" }).getAttribute("href");
  await lookAt(page, [person ?? ""]);
});

test("axe finds nothing on the walk, its dialogs and its decision", async ({ page }) => {
  await signIn(page, "2001");
  await beginWalk(page, "LM-06");
  await look(page, "walk");
  await page
    .getByRole("button", { name: /^Tags and log/ })
    .last()
    .click();
  await clean(page, "conditions");
  await page.keyboard.press("Escape");
  await page.keyboard.press("t");
  await clean(page, "tag out");
  await page.keyboard.press("Escape");
  await page
    .getByRole("button", { name: /Ground station/ })
    .first()
    .click();
  await look(page, "function tests");
  await page.getByRole("button", { name: "Decision" }).click();
  await look(page, "decision");
});

test("axe finds nothing on any step of a survey", async ({ page }) => {
  await signIn(page, "1041");
  await page.goto("/units/LM-22/survey");
  await page.getByLabel("What is to be done").fill("Lamps");
  await page.getByRole("button", { name: "Add a thing" }).click();
  await look(page, "survey, job");
  await page.getByRole("button", { name: "Work", exact: true }).first().click();
  await page.getByRole("button", { name: "Add a piece of work" }).click();
  for (const step of ["Work", "Spot", "Readings", "Outcome"]) {
    await page.getByRole("listitem").getByRole("button", { name: step }).first().click();
    await look(page, `survey, ${step}`);
  }
  await page.getByText("From the side", { exact: true }).click();
  await look(page, "survey, from the side");
});
