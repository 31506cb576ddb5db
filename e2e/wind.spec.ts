import { type ChildProcess, spawn } from "node:child_process";
import { freePort } from "../tests/free-port";
import { begin, level, rescueAndBarriers, step, touch, work } from "./survey-steps";
import { asApp, expect, signIn, test } from "./yard";

let standIn: ChildProcess | undefined;
test.afterEach(() => void standIn?.kill());

test("a site's wind meter is read, is the reading of a survey, and ends it with a gust over what it allows", async ({
  page,
}) => {
  const [wind, hand] = [await freePort(), await freePort()];
  standIn = spawn(process.execPath, [
    ...["--import", "tsx", "src/server/cli/wind-stand-in.ts"],
    ...[`${wind}`, `${hand}`],
  ]);
  const turn = async (what: string) => {
    await expect(async () => {
      expect((await fetch(`http://127.0.0.1:${hand}/${what}`, { method: "POST" })).ok).toBe(true);
    }).toPass();
  };
  await turn("wind?mean=5&gust=6");
  await signIn(page, "4001");
  await page.goto("/settings/places");
  const meters = page.getByRole("listitem").filter({ hasText: `127.0.0.1:${wind}` });
  await page.getByLabel("Name").fill("Gable end");
  await page.getByLabel("Address and port").fill("nowhere");
  await page.getByLabel("Above the ground").fill("9");
  await page.getByRole("button", { name: "Add a meter" }).click();
  await expect(page.getByText(/the meter's address with its port/)).toBeVisible();
  await page.getByLabel("Address and port").fill(`127.0.0.1:${wind}`);
  await page.getByRole("button", { name: "Add a meter" }).click();
  await expect(meters.getByText(/^Mean 5.* m\/s, gusts .* m\/s: the ten minutes to/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(meters.getByRole("img", { name: /The last two hours of Gable end/ })).toBeVisible();

  const yard = { widthM: 60, depthM: 40 };
  await begin(page, "LM-19", "Nursery Yard", "Wash the lamps");
  await step(page, "Work");
  await work(page, yard, 1, [37.5, 15.5], "Lamp", 6);
  await step(page, "Spot");
  await touch(page, yard, 41, 12);
  await page.getByRole("button", { name: "Find the best spot" }).click();
  await page.getByRole("button", { name: "Use this spot" }).first().click();
  await level(page, "1", "0.5");
  await rescueAndBarriers(page);
  // Nothing is read by hand: the site's meter is the reading, with the limit across its chart.
  await expect(page.getByText("Under the limit").first()).toBeVisible();
  await step(page, "Outcome");
  await page.getByRole("button", { name: "Record this survey" }).click();
  await expect(page.getByText(/may work here on this job/)).toBeVisible();

  await turn("wind?mean=14&gust=18");
  const ended = page.getByText(/The wind ended this survey at .* at Gable end, at most/);
  await expect(async () => {
    await page.goto("/units/LM-19");
    await expect(ended).toBeVisible({ timeout: 1000 });
  }).toPass({ timeout: 60_000 });
  // And no survey allows it while it blows so.
  await page.goto("/units/LM-19/survey");
  await expect(page.getByText(/^Not like this: outside a limit/)).toBeVisible();

  await signIn(page, "4001");
  await page.goto("/settings/places");
  await meters.getByRole("button", { name: "Remove" }).click();
  await expect(meters).toHaveCount(0);
  // Nobody else may: not even the supervisor.
  await signIn(page, "2001");
  const add = await page.request.post("/api/sites/low-meadow/wind-meters", {
    headers: asApp,
    data: { id: crypto.randomUUID(), name: "Mine", address: "127.0.0.1:10110", heightM: 2 },
  });
  expect(add.status()).toBe(403);
});
