import { expect, test } from "@playwright/test";
import { blow, Tablet, tally } from "./tablet";

let tablet: Tablet;
test.beforeEach(async () => {
  tablet = new Tablet();
  await tablet.start();
});
test.afterEach(() => tablet.close());

/** The same moments at every run. */
function dice(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.floor(state / 65_536) % below;
  };
}

test("the signal goes and comes back between any two answers", async () => {
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-07");
  const roll = dice(7);
  let cuts = 0;
  for (let n = 0; n < 24; n++) {
    if (roll(2) === 0) {
      await tablet.signal("no signal");
      cuts += 1;
    } else await tablet.signal("signal");
    await tablet.answer(id);
  }
  await tablet.signal("signal");
  await tablet.allSent();
  tally({ fault: "signal cut between answers", injected: cuts, ...(await tablet.nothingLost(id)) });
});

test("the browser is killed at any moment, with a signal and without", async () => {
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-05");
  const roll = dice(11);
  const kills = 6;
  for (let kill = 0; kill < kills; kill++) {
    const signal = kill % 2 === 0 ? "signal" : "no signal";
    await tablet.signal(signal);
    if (signal === "signal") await tablet.sentOrSignedIn();
    for (let n = 0; n < 3; n++) await tablet.answer(id);
    // In the middle of the next: it may be kept or not, since nothing was said of it.
    await tablet.page
      .getByRole("button", { name: /: OK$/ })
      .first()
      .click({ timeout: 2000 })
      .catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, roll(60)));
    await tablet.kill();
    await tablet.start();
    await tablet.signal(signal);
    await tablet.reopen(id);
    for (const check of tablet.acknowledged.get(id) ?? []) {
      const kept = (await tablet.kept(id)).map((event) => event.check);
      expect(kept, `after kill ${kill + 1}`).toContain(check);
    }
  }
  await tablet.signal("signal");
  await tablet.sentOrSignedIn();
  tally({ fault: "browser killed", injected: kills, ...(await tablet.nothingLost(id)) });
});

test("the server is killed while answers are sent", async () => {
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-19");
  const kills = 3;
  for (let kill = 0; kill < kills; kill++) {
    await tablet.answer(id);
    const dying = blow("/server/kill");
    for (let n = 0; n < 3; n++) await tablet.answer(id);
    await dying;
    await tablet.answer(id);
    await blow("/server/start");
    await tablet.answer(id);
  }
  await tablet.allSent();
  tally({ fault: "server killed during a send", injected: kills, ...(await tablet.nothingLost(id)) });
});

test("the database stops and starts again", async () => {
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-17");
  const stops = 2;
  for (let stop = 0; stop < stops; stop++) {
    await tablet.answer(id);
    await blow("/database/stop");
    for (let n = 0; n < 3; n++) await tablet.answer(id);
    await blow("/database/start");
    await tablet.answer(id);
  }
  await tablet.allSent();
  tally({ fault: "database stopped", injected: stops, ...(await tablet.nothingLost(id)) });
});

test("a batch arrives twice, and its answer is lost on the way", async () => {
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-26");
  let twice = 0;
  await tablet.page.route(/\/events$/, async (route) => {
    const first = await route.fetch();
    twice += 1;
    if (twice % 2 === 0) await route.abort();
    else {
      await route.fetch();
      await route.fulfill({ response: first });
    }
  });
  for (let n = 0; n < 10; n++) await tablet.answer(id);
  await tablet.page.unrouteAll({ behavior: "wait" });
  await tablet.allSent();
  tally({
    fault: "batch sent twice, or its answer lost",
    injected: twice,
    ...(await tablet.nothingLost(id)),
  });
});

test("the session ends in mid-walk: signed in again in place, on the same step", async () => {
  await tablet.signIn("1041");
  const id = await tablet.begin("LM-16");
  for (let n = 0; n < 7; n++) await tablet.answer(id);
  const title = tablet.page.getByRole("main").getByRole("heading", { level: 1 });
  const step = await title.textContent();
  await tablet.allSent();
  await tablet.forgetSession();
  const row = tablet.page.locator("[data-row]", { has: tablet.page.getByRole("button", { name: /: OK$/ }) });
  const check = (await row.first().getAttribute("data-row")) ?? "";
  await row.first().getByRole("button", { name: /: OK$/ }).click();
  await expect(tablet.page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await tablet.pin("1041");
  await expect(title).toHaveText(step ?? "");
  await tablet.allSent();
  expect((await tablet.held(id)).map((event) => event.check)).toContain(check);
  tally({ fault: "session over", injected: 1, ...(await tablet.nothingLost(id)) });
});

test("a day's walks made without a signal are all sent when it is back", async () => {
  await tablet.signIn("1041");
  const plates = ["LM-03", "LM-10", "LM-11", "LM-12", "LM-13", "LM-14", "LM-18", "LM-23", "LM-24", "LM-25"];
  const walks: string[] = [];
  for (const plate of plates) walks.push(await tablet.begin(plate));
  await tablet.signal("no signal");
  for (const id of walks) {
    await tablet.reopen(id);
    for (let n = 0; n < 4; n++) await tablet.answer(id);
  }
  await tablet.page.goto("/shift");
  await expect(tablet.page.getByRole("heading", { level: 1 })).toHaveText("Inspections kept on this tablet");
  await tablet.signal("signal");
  await tablet.page.goto("/shift");
  await tablet.nothingWaits();
  let acknowledged = 0;
  for (const id of walks) acknowledged += (await tablet.nothingLost(id)).acknowledged;
  tally({ fault: "walks left unsent", injected: walks.length, acknowledged, lost: 0 });
});
