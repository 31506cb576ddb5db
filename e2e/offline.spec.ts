import type { BrowserContext } from "@playwright/test";
import { expect, inspectUnit, type Page, signInHere, signInKept, test, walkOn } from "./yard";

test.use({ serviceWorkers: "allow" });

async function ready(page: Page, badge: string, plate: string): Promise<string> {
  await signInKept(page, badge);
  const id = await inspectUnit(page, plate);
  await expect(fine(page).first()).toBeVisible();
  return id;
}

const fine = (page: Page) => page.getByRole("button", { name: /: OK$/ });

/** No signal, and the browser begun anew as far as a page can tell. */
async function coldStart(context: BrowserContext, path: string): Promise<Page> {
  for (const page of context.pages()) await page.close();
  const page = await context.newPage();
  await page.goto(path);
  return page;
}

test("a walk is opened, walked and signed without a signal, cold starts between, and sealed when it is back", async ({
  page,
  context,
}) => {
  const id = await ready(page, "1041", "LM-10");
  const open = await fine(page).count();
  await fine(page).first().click();
  await expect(page.getByRole("banner").getByRole("status")).toHaveText("All sent");

  await context.setOffline(true);
  const cold = await coldStart(context, `/inspect/${id}`);
  await expect(fine(cold)).toHaveCount(open - 1);
  await fine(cold).first().click();
  await expect(cold.getByRole("banner").getByRole("status")).toContainText("kept here");
  // What is not kept on the tablet says what is.
  await cold.goto("/shift");
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText("Inspections kept on this tablet");
  await cold.getByRole("link", { name: "Continue, LM-10" }).click();
  await expect(fine(cold)).toHaveCount(open - 2);

  await walkOn(cold);
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText("Complete; not signed yet");
  await cold.getByLabel("or type your name").fill("R. Oake");
  await cold.getByRole("button", { name: "Sign here; it counts once it is sent" }).click();
  const signedHere = "Signed on this tablet, not sent yet";
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText(signedHere);

  const again = await coldStart(context, `/inspect/${id}`);
  await expect(again.getByRole("heading", { level: 1 })).toHaveText(signedHere);
  await context.setOffline(false);
  await expect(again.getByRole("heading", { level: 1 })).toHaveText(/^Cleared/, { timeout: 30_000 });
  await again.goto(`/records/${id}`);
  await expect(again.getByRole("heading", { level: 1 })).toHaveText(/^Cleared/);
});

test("an inspection is begun without a signal after a cold start, walked, signed, and sealed when it is back", async ({
  page,
  context,
}) => {
  await signInKept(page, "1041");
  await expect(page.getByText(/can be inspected without a signal, as of/)).toBeVisible();
  await context.setOffline(true);
  await page.evaluate(() => localStorage.removeItem("rook-step-present"));
  const cold = await coldStart(context, "/shift");
  await signInHere(cold, "1041");
  await expect(cold.getByText(/an inspection begun now can clear until/)).toBeVisible();
  await cold.getByLabel("Find a unit").fill("4");
  await cold.getByRole("button", { name: "Inspect, LM-04" }).click();
  await cold.waitForURL("**/inspect/**");
  const id = cold.url().split("/").at(-1) ?? "";
  await expect(cold.getByRole("button", { name: "Decision" })).toBeVisible();
  await walkOn(cold);
  await cold.getByLabel("or type your name").fill("R. Oake");
  await cold.getByRole("button", { name: "Sign here; it counts once it is sent" }).click();
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText("Signed on this tablet, not sent yet");
  await context.setOffline(false);
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText(/^Cleared/, { timeout: 30_000 });
  await cold.goto(`/records/${id}`);
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText(/^Cleared/);
  await expect(cold.getByText(/Signed with the signer's own key on tablet-/)).toBeVisible();
});

test("without a signal a tablet left alone asks for the PIN, in place, and lets nobody read another's walk", async ({
  page,
  context,
}) => {
  const id = await ready(page, "1041", "LM-15");
  const open = await fine(page).count();
  await context.setOffline(true);
  const leftAlone = (of: Page) =>
    of.evaluate(() => {
      const here = JSON.parse(localStorage.getItem("rook-step-present") ?? "{}") as { seenMs: number };
      localStorage.setItem(
        "rook-step-present",
        JSON.stringify({ ...here, seenMs: here.seenMs - 21 * 60_000 }),
      );
    });
  await fine(page).first().click();
  await expect(fine(page)).toHaveCount(open - 1);
  // Nothing that was open when it was left stands before the question who is there.
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await leftAlone(page);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await signInHere(page, "1041");
  await expect(page.getByRole("button", { name: "Decision" })).toBeVisible();
  await expect(fine(page)).toHaveCount(open - 1);

  await leftAlone(page);
  const cold = await coldStart(context, `/inspect/${id}`);
  await signInHere(cold, "1042");
  await expect(cold.getByRole("alert").filter({ hasText: "has not signed in on this tablet" })).toBeVisible();
  await cold.getByLabel("Badge number").fill("1041");
  await cold.getByLabel("PIN").fill("0000");
  await cold.getByLabel("PIN").press("Enter");
  await expect(cold.getByText("Badge and PIN do not match")).toBeVisible();
  await signInHere(cold, "1041");
  await expect(cold.getByRole("button", { name: "Decision" })).toBeVisible();
  await expect(fine(cold)).toHaveCount(open - 1);
  // A tag-out needs no signal at all.
  await cold.keyboard.press("t");
  await cold.getByRole("button", { name: "Leak" }).click();
  await cold.getByRole("button", { name: "Tag it out now" }).click();
  await expect(cold.getByText("LM-15 is held here")).toBeVisible();
  await context.setOffline(false);
  await cold.goto("/tagged");
  await expect(cold.getByRole("listitem").filter({ hasText: "LM-15" }).first()).toBeVisible({
    timeout: 15_000,
  });
});

test("the language, gloves and the answering hand are changed in mid-walk without a signal", async ({
  page,
  context,
}) => {
  await ready(page, "1042", "LM-13");
  await context.setOffline(true);
  await page.getByRole("button", { name: /^J\. Wren/ }).click();
  await page.getByRole("button", { name: "Español" }).click();
  const menu = page.getByRole("dialog");
  await menu.getByRole("button", { name: "Sí: botones más grandes" }).click();
  await menu.getByRole("button", { name: "Izquierda" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Documentos");
  await expect(page.getByText("¿Cómo la encontró y qué tiene a mano?")).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.lang)).toBe("es");

  // The panel changes sides, nothing of it is smaller than a glove, and the two answers stand apart.
  const row = page.locator("[data-row]").first();
  const good = await row.getByRole("button", { name: /: Bien$/ }).boundingBox();
  const fault = await row.getByRole("button", { name: /: Fallo$/ }).boundingBox();
  if (good === null || fault === null) throw new Error("expected two answers on the first row");
  for (const { width, height } of [good, fault]) {
    expect(width).toBeGreaterThanOrEqual(60);
    expect(height).toBeGreaterThanOrEqual(60);
  }
  expect(good.x).toBeLessThan(640);
  expect(Math.abs(good.x + good.width / 2 - fault.x - fault.width / 2)).toBeGreaterThanOrEqual(118);
  await row.getByRole("button", { name: /: Bien$/ }).click();
  await expect(row.getByRole("button", { name: /: Bien\. Cambiar$/ })).toBeVisible();

  // A cold start speaks as was chosen, though the page was kept in another language.
  const cold = await coldStart(context, page.url());
  await expect(cold.getByRole("heading", { level: 1 })).toHaveText("Documentos");
});
