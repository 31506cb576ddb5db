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

/** Walks a unit while something goes wrong, and compares all that was acknowledged; gives how often it went wrong. */
async function walk(plate: string, fault: string, goWrong: (id: string) => Promise<number>): Promise<void> {
  await tablet.signIn("1041");
  const id = await tablet.begin(plate);
  const injected = await goWrong(id);
  await tablet.sentOrSignedIn();
  tally({ fault, injected, ...(await tablet.nothingLost(id)) });
}

const answers = async (id: string, count: number): Promise<void> => {
  for (let n = 0; n < count; n++) await tablet.answer(id);
};

test("the signal goes and comes back between any two answers", () =>
  walk("LM-07", "signal cut between answers", async (id) => {
    const roll = dice(7);
    let cuts = 0;
    for (let n = 0; n < 24; n++) {
      const there = roll(2) === 0 ? "no signal" : "signal";
      if (there === "no signal") cuts += 1;
      await tablet.signal(there);
      await tablet.answer(id);
    }
    await tablet.signal("signal");
    return cuts;
  }));

test("the browser is killed at any moment, with a signal and without", () =>
  walk("LM-05", "browser killed", async (id) => {
    const roll = dice(11);
    const kills = 6;
    for (let kill = 0; kill < kills; kill++) {
      const signal = kill % 2 === 0 ? "signal" : "no signal";
      await tablet.signal(signal);
      if (signal === "signal") await tablet.sentOrSignedIn();
      await answers(id, 3);
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
      const kept = (await tablet.kept(id)).map((event) => event.check);
      for (const check of tablet.acknowledged.get(id) ?? [])
        expect(kept, `after kill ${kill + 1}`).toContain(check);
    }
    await tablet.signal("signal");
    return kills;
  }));

test("the server is killed while answers are sent", () =>
  walk("LM-19", "server killed during a send", async (id) => {
    const kills = 3;
    for (let kill = 0; kill < kills; kill++) {
      await tablet.answer(id);
      const dying = blow("/server/kill");
      await answers(id, 3);
      await dying;
      await tablet.answer(id);
      await blow("/server/start");
      await tablet.answer(id);
    }
    return kills;
  }));

test("the database stops and starts again", () =>
  walk("LM-17", "database stopped", async (id) => {
    const stops = 2;
    for (let stop = 0; stop < stops; stop++) {
      await tablet.answer(id);
      await blow("/database/stop");
      await answers(id, 3);
      await blow("/database/start");
      await tablet.answer(id);
    }
    return stops;
  }));

test("a batch arrives twice, and its answer is lost on the way", () =>
  walk("LM-26", "batch sent twice, or its answer lost", async (id) => {
    let batches = 0;
    await tablet.page.route(/\/events$/, async (route) => {
      batches += 1;
      const lost = batches % 2 === 0;
      const first = await route.fetch();
      if (lost) return route.abort();
      await route.fetch();
      return route.fulfill({ response: first });
    });
    await answers(id, 10);
    await tablet.page.unrouteAll({ behavior: "wait" });
    return batches;
  }));

test("the session ends in mid-walk: signed in again in place, on the same step", () =>
  walk("LM-16", "session over", async (id) => {
    await answers(id, 3);
    const row = tablet.page.locator("[data-row]", {
      has: tablet.page.getByRole("button", { name: /: OK$/ }),
    });
    while ((await row.count()) === 0) await answers(id, 1);
    const title = tablet.page.getByRole("main").getByRole("heading", { level: 1 });
    const step = await title.textContent();
    await tablet.allSent();
    await tablet.forgetSession();
    const check = (await row.first().getAttribute("data-row")) ?? "";
    await row.first().getByRole("button", { name: /: OK$/ }).click();
    await expect(tablet.page.getByRole("heading", { name: "Sign in" })).toBeVisible();
    await tablet.pin("1041");
    await expect(title).toHaveText(step ?? "");
    await tablet.allSent();
    expect((await tablet.held(id)).map((event) => event.check)).toContain(check);
    return 1;
  }));

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
