import { asApp, expect, inspectUnit, signIn, test } from "./yard";

test("an open page shows a tag within seconds, without a reload", async ({ page, browser, baseURL }) => {
  await signIn(page, "2001");
  await page.goto("/units/LM-16");
  const standing = page.getByRole("main");
  await expect(standing.getByText("Tagged out", { exact: true })).toHaveCount(0);
  const other = await browser.newPage({ baseURL });
  await signIn(other, "1060");
  const answer = await other.request.post("/api/units/lm-16%20/tags", {
    headers: asApp,
    data: { reason: "leak" },
  });
  expect(answer.status()).toBe(200);
  await expect(standing.getByText("Tagged out", { exact: true }).first()).toBeVisible();
  await other.close();
});

test("a tag-out made without a signal is held here, and hung before anything else when it is back", async ({
  page,
  context,
}) => {
  await signIn(page, "1060");
  await page.goto("/units/LM-02");
  await expect(page.getByRole("button", { name: "Tag out", exact: true })).toBeVisible();
  await context.setOffline(true);
  await page.keyboard.press("t");
  await page.getByRole("button", { name: "Leak" }).click();
  await page.getByRole("button", { name: "Tag it out now" }).click();
  await expect(page.getByText("LM-02 is held here")).toBeVisible();
  await page.getByRole("button", { name: "Close" }).click();
  await expect(page.getByText("Tag-out not sent yet: LM-02.", { exact: false })).toBeVisible();
  await expect(page.getByText(/^No link: as of \d\d:\d\d$/)).toBeVisible();
  await context.setOffline(false);
  await page.goto("/tagged");
  await expect(page.getByRole("listitem").filter({ hasText: "LM-02" }).first()).toBeVisible({
    timeout: 15_000,
  });
  await expect(page.getByText("Tag-out not sent yet")).toHaveCount(0);
});

test("a tag-out for a plate nobody knows is on every screen until somebody says which unit it is", async ({
  page,
}) => {
  await signIn(page, "1060");
  await page.request.post("/api/units/NO-99/tags", { headers: asApp, data: { reason: "damage" } });
  await signIn(page, "2001");
  await page.goto("/shift");
  await page.getByRole("alert").getByRole("link", { name: /NO-99/ }).click();
  await page.getByLabel("It means unit").selectOption("LM-13");
  await page.getByRole("button", { name: "Tag that unit out" }).click();
  await expect(page.getByText("NO-99")).toHaveCount(0);
  await page.goto("/units/LM-13");
  await expect(page.getByRole("main").getByText("Tagged out", { exact: true }).first()).toBeVisible();
});

test("a double tap answers one check only, and what was not graded is corrected without a reason", async ({
  page,
}) => {
  await signIn(page, "1042");
  await inspectUnit(page, "LM-11");
  await expect(page.getByRole("button", { name: "Decision" })).toBeVisible();
  // The first tap on the row's own button, twice at once, answers one check only.
  const fine = page.getByRole("button", { name: /: OK$/ });
  const open = await fine.count();
  const at = await fine.first().boundingBox();
  await page.mouse.dblclick((at?.x ?? 0) + 20, (at?.y ?? 0) + 20);
  await expect(fine).toHaveCount(open - 1);
  const answered = page.getByRole("button", { name: /OK\. Change$/ }).first();
  const title = ((await answered.getAttribute("aria-label")) ?? "").split(":")[0] ?? "";
  await answered.click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText("Correct the first answer")).toBeVisible();
  await dialog.getByRole("button", { name: "It is OK" }).click();
  await expect(page.getByRole("button", { name: `${title}: OK. Change` })).toBeVisible();
});

test("whoever is not trained on the family is told before the walk", async ({ page }) => {
  await signIn(page, "1043");
  await inspectUnit(page, "LM-14");
  await expect(page.getByText("You are not recorded as trained on this kind of lift")).toBeVisible();
});
