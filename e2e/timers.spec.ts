import { expect, inspectUnit, signIn, test, walkOn } from "./yard";

/** A time as a timer shows it, in seconds: `45 s`, or `1:00`. */
const secondsOf = (shown: string | null): number => {
  const [, minutes, rest, alone] = /(?:(\d+):(\d\d)|(\d+) s)$/.exec(shown ?? "") ?? [];
  return alone === undefined ? Number(minutes) * 60 + Number(rest) : Number(alone);
};

test("times of the sheet run out on the screen, and run on while the page is away, on a device whose clock is years wrong", async ({
  page,
}) => {
  await page.addInitScript(() => {
    const now = Date.now;
    Date.now = () => now() - 23 * 365 * 86_400_000;
  });
  await signIn(page, "1041");
  await inspectUnit(page, "LM-17");
  const left = page.locator("output");
  const startOf = async (what: RegExp) => {
    const start = page.getByRole("button", { name: what });
    await walkOn(page, () => start.first().isVisible());
    const name = (await start.first().textContent()) ?? "";
    await start.first().click();
    return { name, whole: secondsOf(name) };
  };

  // A short one: watched, it ends by itself.
  const short = await startOf(/^Self-check: start/);
  await expect(left).toHaveText(`${short.whole - 1} s`);
  await expect(page.getByText("Time is up: go on.")).toBeVisible();
  await expect(page.getByRole("button", { name: short.name.replace("start", "again") })).toBeVisible();

  // A long one, so that a slow page is back before it is over: it went on while the page was away.
  const long = await startOf(/^Crank rest: start/);
  expect(long.whole).toBeGreaterThan(25);
  await expect(left).toBeVisible();
  const before = secondsOf(await left.textContent());
  const walk = page.url();
  await page.goto("about:blank");
  await page.waitForTimeout(2_500);
  await page.goto(walk);
  await expect(left).toBeVisible();
  const after = secondsOf(await left.textContent());
  expect(after).toBeGreaterThan(0);
  expect(after).toBeLessThanOrEqual(before - 2);
  await expect.poll(async () => secondsOf(await left.textContent())).toBeLessThan(after);
});
