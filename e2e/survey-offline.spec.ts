import { chooseJob, level, rescueAndBarriers, step, touch, work } from "./survey-steps";
import { expect, signInKept, test } from "./yard";

test.use({ serviceWorkers: "allow" });

test("a survey is made without a signal after a cold start, kept, and recorded when it is back", async ({
  page,
  context,
}) => {
  await signInKept(page, "1041");
  await page.waitForResponse((answer) => answer.url().endsWith("/api/prepared-surveys") && answer.ok());
  // What was read is being kept.
  await page.waitForTimeout(1500);

  await context.setOffline(true);
  await page.close();
  const cold = await context.newPage();
  await cold.goto("/units/LM-07/survey");
  await expect(cold.getByText(/No signal: places and rules as they were at/)).toBeVisible();
  const range = { widthM: 36, depthM: 14 };
  await chooseJob(cold, "Fern Range", "Change a pane");
  await step(cold, "Work");
  await work(cold, range, 1, [10, 6.5], "Pane", 4);
  await step(cold, "Spot");
  await touch(cold, range, 10, 6.5);
  await level(cold, "0.5", "0");
  await rescueAndBarriers(cold);
  await step(cold, "Outcome");
  await cold.getByRole("button", { name: "Record this survey" }).click();
  await expect(cold.getByText(/^Kept on this tablet/)).toBeVisible();
  await expect(cold.getByRole("status").filter({ hasText: "The survey of LM-07 waits here" })).toBeVisible();

  await context.setOffline(false);
  await expect(cold.getByText(/The survey of LM-07 waits here/)).toHaveCount(0, { timeout: 30_000 });
  await cold.goto("/units/LM-07");
  await expect(cold.getByRole("link", { name: /Fern Range Change a pane/ })).toBeVisible();
});
