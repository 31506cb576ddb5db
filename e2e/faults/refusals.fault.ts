import { expect, test } from "@playwright/test";
import { asApp, signIn, walkOn } from "../yard";
import { blow, Tablet, tally, url } from "./tablet";

/** A tablet whose clock is a day ahead or behind, told in its own memory. */
const clockWrong = () => {
  const days = Number(localStorage.getItem("days-wrong") ?? 0);
  const now = Date.now.bind(Date);
  Date.now = () => now() + days * 86_400_000;
};

/** A tablet whose store refuses every write while it is told to. */
const storeRefuses = () => {
  for (const method of ["add", "put"] as const) {
    const sound = IDBObjectStore.prototype[method];
    IDBObjectStore.prototype[method] = function (...args: Parameters<typeof sound>) {
      if (localStorage.getItem("store-full") === "yes")
        throw new DOMException("The quota has been exceeded.", "QuotaExceededError");
      return sound.apply(this, args);
    };
  }
};

test("a clock wrong by a day changes neither the order nor what counts", async () => {
  const tablet = new Tablet(clockWrong);
  await tablet.start();
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-20");
  const days = [1, -1, 0];
  for (const wrong of days) {
    await tablet.page.evaluate((d) => localStorage.setItem("days-wrong", `${d}`), wrong);
    await tablet.signal(wrong === -1 ? "no signal" : "signal");
    // Alone for a day, or back before it was last used: either way somebody has to say who they are.
    await tablet.reopen(id);
    for (let n = 0; n < 3; n++) await tablet.answer(id);
  }
  await tablet.allSent();
  const held = await tablet.held(id);
  const seqs = held.map((event) => (event as unknown as { seq: number }).seq).sort((a, b) => a - b);
  expect(seqs).toEqual(seqs.map((_, i) => i + 1));
  tally({ fault: "clock set a day wrong", injected: 2, ...(await tablet.nothingLost(id)) });
  await tablet.close();
});

test("a store that refuses is said at once: nothing shows as answered, and a tag-out still goes out", async () => {
  const tablet = new Tablet(storeRefuses);
  await tablet.start();
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-22");
  await tablet.answer(id);
  await tablet.page.evaluate(() => localStorage.setItem("store-full", "yes"));
  const fine = tablet.page.getByRole("button", { name: /: OK$/ });
  const open = await fine.count();
  const refused = 3;
  for (let n = 0; n < refused; n++) {
    await fine.nth(n % open).click();
    await expect(tablet.page.getByRole("alert").filter({ hasText: "Not recorded" })).toBeVisible();
    await expect(fine).toHaveCount(open);
  }
  await tablet.page.keyboard.press("t");
  await tablet.page.getByRole("button", { name: "Leak" }).click();
  await tablet.page.getByRole("button", { name: "Tag it out now" }).click();
  await expect(tablet.page.getByText(/LM-22 is tagged out: T-\d+/)).toBeVisible();
  await tablet.page.getByRole("button", { name: "Close" }).click();
  await tablet.page.getByRole("button", { name: /^Go on looking/ }).click();
  await tablet.page.evaluate(() => localStorage.removeItem("store-full"));
  await fine.first().click();
  await expect(tablet.page.getByRole("alert").filter({ hasText: "Not recorded" })).toHaveCount(0);
  await tablet.allSent();
  tally({ fault: "store refused", injected: refused, ...(await tablet.nothingLost(id)) });
  await tablet.close();
});

test("a new version waits until no walk is open", async () => {
  const tablet = new Tablet();
  await tablet.start();
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-08");
  await tablet.answer(id);
  const versions = () =>
    tablet.page.evaluate(async () => {
      const kept = await navigator.serviceWorker.getRegistration();
      return { waits: kept?.waiting != null, active: kept?.active?.state };
    });
  await blow("/app/update");
  await tablet.page.evaluate(
    async () => void (await (await navigator.serviceWorker.getRegistration())?.update()),
  );
  await expect.poll(async () => (await versions()).waits).toBe(true);
  await tablet.answer(id);
  await tablet.signal("no signal");
  await tablet.reopen(id);
  await tablet.answer(id);
  expect((await versions()).waits).toBe(true);
  await tablet.signal("signal");
  await tablet.allSent();
  const kept = await tablet.nothingLost(id);
  await tablet.page.goto("/shift");
  await expect.poll(async () => (await versions()).waits).toBe(false);
  await tablet.reopen(id);
  tally({ fault: "the app updated in mid-walk", injected: 1, ...kept });
  await tablet.close();
});

test("a clearance signed without a signal and a tag hung meanwhile: the tag wins, whichever arrives first", async ({
  browser,
}) => {
  for (const first of ["tag", "clearance"] as const) {
    const plate = first === "tag" ? "LM-06" : "LM-09";
    const tablet = new Tablet();
    await tablet.start();
    await tablet.signIn("1041");
    const id = await tablet.begin(plate);
    await tablet.signal("no signal");
    const { page } = tablet;
    await walkOn(page);
    await page.getByLabel("or type your name").fill("R. Oake");
    await page.getByRole("button", { name: /^Sign/ }).click();
    await expect(page.getByText("Signed on this tablet, not sent yet")).toBeVisible();
    const other = await browser.newPage({ baseURL: url });
    await signIn(other, "1060");
    const hang = async () =>
      expect(
        (
          await other.request.post(`/api/units/${plate}/tags`, { headers: asApp, data: { reason: "damage" } })
        ).status(),
      ).toBe(200);
    if (first === "tag") await hang();
    await tablet.signal("signal");
    // A tag that was hung meanwhile is said before anything else.
    const tagged = page.getByRole("button", { name: "To the decision" });
    const signed = page.getByText("Signed", { exact: true });
    await expect(tagged.or(signed)).toBeVisible({ timeout: 60_000 });
    if (await tagged.isVisible()) await tagged.click();
    await expect(signed).toBeVisible({ timeout: 60_000 });
    if (first === "clearance") await hang();
    await other.goto("/tagged");
    await expect(other.getByRole("listitem").filter({ hasText: plate }).first()).toBeVisible();
    await page.goto(`/records/${id}`);
    if (first === "tag") await expect(page.getByRole("heading", { level: 1 })).toHaveText("Tagged out");
    await page.goto(`/units/${plate}`);
    await expect(page.getByRole("main").getByText("Tagged out", { exact: true }).first()).toBeVisible();
    tally({ fault: `tag and clearance race, ${first} first`, injected: 1, acknowledged: 1, lost: 0 });
    await other.close();
    await tablet.close();
  }
});
