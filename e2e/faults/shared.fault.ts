import { expect, test } from "@playwright/test";
import { signIn } from "../yard";
import { Tablet, tally, url } from "./tablet";

/** A tablet on which somebody without a signal has answered a few checks of a unit and tagged it out. */
async function tagsOutThere(plate: string, reason: string) {
  const tablet = new Tablet();
  await tablet.start();
  await tablet.signIn("1041");
  const id = await tablet.begin(plate);
  await tablet.signal("no signal");
  for (let n = 0; n < 3; n++) await tablet.answer(id);
  const { page } = tablet;
  await page.keyboard.press("t");
  await page.getByRole("button", { name: reason }).click();
  await page.getByRole("button", { name: "Tag it out now" }).click();
  await expect(page.getByText(/held on this tablet/i).first()).toBeVisible();
  return { tablet, page, id };
}

test("a tag-out made without a signal goes out with nobody signed in, and what somebody left is sent from the sign-in page", async ({
  browser,
}) => {
  const { tablet, page, id } = await tagsOutThere("LM-21", "Damage");
  // The session is gone, and the tablet goes to whoever comes next: it stands at its sign-in page.
  await tablet.forgetSession();
  await tablet.signal("signal");
  await page.goto("/sign-in");
  await tablet.nothingWaits();
  const other = await browser.newPage({ baseURL: url });
  await signIn(other, "2001");
  await other.goto("/tagged");
  await expect(other.getByRole("listitem").filter({ hasText: "LM-21" }).first()).toBeVisible();
  await tablet.pin("1041");
  await expect(page).toHaveURL(/shift/);
  tally({ fault: "sent with nobody signed in", injected: 1, ...(await tablet.nothingLost(id)) });
  await other.close();
  await tablet.close();
});

test("a revoked tablet: its tag-out holds, and its answers wait for the owner until they are taken in", async ({
  browser,
}) => {
  const { tablet, page, id } = await tagsOutThere("LM-02", "Leak");
  const device = await page.evaluate(() => localStorage.getItem("rook-step-device") ?? "");

  const owner = await browser.newPage({ baseURL: url });
  await signIn(owner, "4001");
  await owner.goto("/settings");
  const row = owner.getByRole("listitem").filter({ hasText: device });
  await row.getByRole("button", { name: `Revoke ${device}` }).click();
  await row.getByLabel("Why").fill("left at the gate");
  await row.getByRole("button", { name: "Revoke this tablet" }).click();
  await expect(row.getByText(/left at the gate/)).toBeVisible();

  await tablet.signal("signal");
  await page.goto("/shift");
  await expect(page.getByText(/this tablet was revoked/)).toBeVisible({ timeout: 30_000 });
  // Its people are signed out everywhere: to look at what is held, one of them signs in again.
  expect((await page.request.get(`/api/inspections/${id}`)).status()).toBe(401);
  await signIn(page, "1041");
  expect(await tablet.held(id)).toEqual([]);
  await owner.goto("/tagged");
  await expect(owner.getByRole("listitem").filter({ hasText: "LM-02" }).first()).toBeVisible();
  await owner.goto("/settings");
  await owner.getByRole("button", { name: "Take in" }).first().click();
  await expect(owner.getByRole("button", { name: "Take in" })).toHaveCount(0);
  tally({ fault: "tablet revoked with a tag-out on it", injected: 1, ...(await tablet.nothingLost(id)) });
  await owner.close();
  await tablet.close();
});
