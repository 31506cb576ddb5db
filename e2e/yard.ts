import { type APIRequestContext, test as base, expect, type Page } from "@playwright/test";

import { readingsFor } from "./readings";

export { expect, type Page };

const urls = (process.env["E2E_URLS"] ?? process.env["E2E_URL"] ?? "http://127.0.0.1:4710").split(",");

const own = urls[Number(process.env["TEST_PARALLEL_INDEX"] ?? 0) % urls.length] ?? "";

/** The headers of a request made past the page, as the app itself would make it. */
export const asApp = { origin: own } as const;

/** Each browser worker has a server and a yard of its own. */
export const test = base.extend({
  // biome-ignore lint/correctness/noEmptyPattern: a fixture's first argument must be a pattern
  baseURL: async ({}, use) => {
    await use(own);
  },
  // A word that a page was not given shows as its name, and a worker that does not start leaves its work to the page: no
  // test passes over either.
  context: async ({ context }, use, info) => {
    const quiet: string[] = [];
    context.on("weberror", (error) => console.log(`broke: ${error.error().message}`));
    context.on("console", (message) => {
      if (/MISSING_MESSAGE|worker bootstrap|Content Security Policy/.test(message.text()))
        quiet.push(message.text().split("\n")[0] ?? "");
    });
    await use(context);
    if (info.status !== info.expectedStatus) for (const page of context.pages()) await sayWhatItShows(page);
    expect(quiet).toEqual([]);
  },
});

/** What a page stood at when its test failed: a run whose pictures nobody will see tells it in words. */
async function sayWhatItShows(page: Page): Promise<void> {
  const words = await page
    .locator("body")
    // biome-ignore lint/performance/useDomNodeTextContent: what can be seen is wanted, not what scripts hold
    .innerText({ timeout: 5000 })
    .catch((error: Error) => error.message);
  const threads = page.workers().length;
  console.log(`${page.url()} showed, with ${threads} workers:\n${words.slice(0, 1500)}`);
}

export const pin = "4710";

/** Signs in through the app's own route; the page then carries the session. */
export async function signIn(page: Page, badge: string): Promise<void> {
  await page.context().clearCookies();
  const answer = await page.request.post("/api/sign-in", { headers: asApp, data: { badge, pin } });
  expect(answer.status(), await answer.text()).toBe(200);
}

/** Signs in where the page asks for it, as a person does, so that the tablet knows them when the signal is gone. */
export async function signInHere(page: Page, badge: string): Promise<void> {
  await page.getByLabel("Badge number").fill(badge);
  await page.getByLabel("PIN").fill(pin);
  await page.getByLabel("PIN").press("Enter");
}

/** Opens the walk of a unit from the Shift view; from its own page where the shift's plan does without it. */
export async function beginWalk(page: Page, plate: string): Promise<string> {
  await page.goto("/shift");
  const begin = page.getByRole("button", { name: new RegExp(`^(Start inspection|Continue), ${plate}$`) });
  if (!(await begin.isVisible())) return inspectUnit(page, plate);
  // A button that is drawn but not yet alive loses a touch.
  await begin.evaluate(async (button) => {
    while (!Object.keys(button).some((key) => key.startsWith("__reactProps")))
      await new Promise((again) => setTimeout(again, 50));
  });
  await begin.click();
  await onOwnWalk(page);
  return page.url().split("/").at(-1) ?? "";
}

/** Opens the walk of a unit from the unit's own page. */
export async function inspectUnit(page: Page, plate: string): Promise<string> {
  await page.goto(`/units/${plate}`);
  await page.getByRole("button", { name: `Inspect, ${plate}` }).click();
  await onOwnWalk(page);
  return page.url().split("/").at(-1) ?? "";
}

/** Signs in on a device that keeps the app: what is opened from then on needs no signal. */
export async function signInKept(page: Page, badge: string): Promise<void> {
  await page.goto("/sign-in");
  await signInHere(page, badge);
  await page.waitForURL("**/shift");
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
}

/** Beside whoever else is on the unit: the tests of one yard do not wait for each other. */
async function onOwnWalk(page: Page): Promise<void> {
  const another = page.getByRole("button", { name: "Begin another" });
  await expect(another.or(page.getByRole("button", { name: "Decision" }))).toBeVisible();
  if (await another.isVisible()) await another.click();
  await page.waitForURL("**/inspect/**");
  await onTheWalk(page);
}

/** Waits until the walk itself is on the screen, not only its address. */
async function onTheWalk(page: Page): Promise<void> {
  await expect(page.getByRole("button", { name: "Decision" })).toBeVisible();
}

/** What is open on the present card, in one look: asking the page four times over costs more than answering. */
const openOn = (page: Page) =>
  page.evaluate(() => {
    const main = document.querySelector("main");
    const names = [...(main?.querySelectorAll("button") ?? [])].map(
      (button) => button.getAttribute("aria-label") ?? button.textContent ?? "",
    );
    return {
      done: names.some((name) => name.startsWith("Done")),
      matters: main?.querySelectorAll("[data-testid=matter][data-said=nothing]").length ?? 0,
      reading: main?.querySelector("input[inputmode=decimal]")?.closest("li")?.textContent ?? undefined,
      fine: names.filter((name) => /: OK$/.test(name)).length,
    };
  });

/** Answers everything on the present card that is asked by itself, well within the sheet's limits. */
export async function clearCard(page: Page): Promise<void> {
  const main = page.getByRole("main");
  for (let rounds = 0; rounds < 60; rounds++) {
    const open = await openOn(page);
    if (open.done) {
      const done = main.getByRole("button", { name: /^Done/ });
      await done.click();
      await expect(done).toBeHidden();
    } else if (open.matters > 0) {
      // What was open before is as it was.
      const matter = main.getByTestId("matter").and(page.locator("[data-said=nothing]"));
      await matter.first().getByRole("button", { name: "Same" }).click();
      await expect(matter).toHaveCount(open.matters - 1);
    } else if (open.reading !== undefined) {
      const fields = page.locator("main input[inputmode=decimal]");
      const typed = readingsFor(open.reading);
      for (const [i, text] of typed.entries()) await fields.nth(i).fill(text);
      await fields.nth(typed.length - 1).press("Enter");
      const row = page.locator("main li", { hasText: open.reading.slice(0, 12) });
      await expect(row.getByRole("button", { name: /Change$/ })).toBeVisible();
    } else if (open.fine > 0) {
      const fine = page.getByRole("button", { name: /: OK$/ });
      // By key: a tap where the last card was tapped, and at once, would be taken for a bump.
      await fine.first().press("Enter");
      await expect(fine).toHaveCount(open.fine - 1);
    } else return;
  }
  throw new Error("the card did not come to an end");
}

/** Goes on from a card: all that is only looked at is as listed, once each line of it has been in view. */
export async function forward(page: Page): Promise<void> {
  const likeThis = page.getByRole("button", { name: "Yes, like this" });
  if (await likeThis.isVisible()) {
    await likeThis.press("Enter");
    await expect(likeThis).toBeHidden();
  }
  const on = page.getByRole("button", {
    name: /(^|Set like this\. )(Next|To the decision|\d+ as listed( L)?$)/,
  });
  const unseen = page.getByRole("button", { name: /read down/ });
  await expect(on.or(unseen)).toBeVisible();
  if (await unseen.isVisible()) await page.locator("[data-row]").last().scrollIntoViewIfNeeded();
  const card = await shownOn(page);
  await on.press("Enter");
  await expect.poll(() => shownOn(page)).not.toBe(card);
}

/** What is on the screen: a card by its place, what it sets and its rows, or the decision. */
const shownOn = (page: Page): Promise<string> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>("main h1, main [data-row], main ol li")]
      .map((line) => line.dataset["row"] ?? line.textContent)
      .join("|"),
  );

/** Walks card by card to the decision, or until `until` holds. */
export async function walkOn(page: Page, until: () => Promise<boolean> = async () => false): Promise<void> {
  await onTheWalk(page);
  for (let cards = 0; cards < 80; cards++) {
    if (await until()) return;
    await clearCard(page);
    await forward(page);
    if (await page.getByText("From what was found, this follows").isVisible()) return;
  }
  throw new Error("the walk did not come to an end");
}

export async function sign(page: Page, name: string): Promise<void> {
  await page.getByLabel("or type your name").fill(name);
  await page.getByRole("button", { name: /^Sign as/ }).click();
  await expect(page.getByText("Signed", { exact: true })).toBeVisible();
}

export async function unitId(request: APIRequestContext, plate: string): Promise<string> {
  const html = await (await request.get(`/units/${plate}`)).text();
  return /unitId\\?":\\?"([0-9a-f-]{36})/.exec(html)?.[1] ?? "";
}
