import { expect, test } from "@playwright/test";
import { Tablet, tally } from "./tablet";

test("two people on one walk, both without a signal and one tablet killed: each has all of both once it is back", async () => {
  const [mine, other] = [new Tablet(), new Tablet()];
  for (const [tablet, badge] of [
    [mine, "1041"],
    [other, "1042"],
  ] as const) {
    await tablet.start();
    await tablet.signIn(badge);
  }
  const id = await mine.begin("LM-03");
  for (let n = 0; n < 2; n++) await mine.answer(id);
  await mine.allSent();
  const before = (await mine.held(id)).length;
  await other.page.goto("/units/LM-03");
  await other.page.getByRole("button", { name: "Inspect, LM-03" }).click();
  await other.page.getByRole("button", { name: "Join it" }).click();
  await other.page.waitForURL(`**/inspect/${id}`);
  await other.onWalk();

  for (const tablet of [mine, other]) await tablet.signal("no signal");
  for (let n = 0; n < 4; n++) {
    await mine.answer(id);
    await other.answer(id);
  }
  await other.kill();
  await other.start();
  await other.signal("no signal");
  await other.reopen(id, "1042");
  await other.answer(id);

  for (const tablet of [mine, other]) await tablet.signal("signal");
  await mine.sentOrSignedIn("1041");
  await other.sentOrSignedIn("1042");
  const [ownLost, otherLost] = [await mine.nothingLost(id), await other.nothingLost(id)];
  const held = (await mine.held(id)).length;
  expect(held).toBeGreaterThan(10);
  // What there was when one joined came with the walk; what came after is kept beside one's own.
  for (const [tablet, all] of [
    [mine, held],
    [other, held - before],
  ] as const)
    await expect.poll(async () => (await tablet.kept(id)).length, { timeout: 15_000 }).toBe(all);
  tally({
    fault: "two on one walk, both cut off",
    injected: 2,
    acknowledged: ownLost.acknowledged + otherLost.acknowledged,
    lost: ownLost.lost + otherLost.lost,
  });
  for (const tablet of [mine, other]) await tablet.close();
});
