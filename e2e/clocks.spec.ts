import { randomUUID } from "node:crypto";
import { asApp, expect, type Page, signIn, test } from "./yard";

const report = Buffer.from("%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n");

/** The yard's own day: its clock may be set. */
async function today(page: Page): Promise<string> {
  await page.goto("/clocks");
  const lead = (await page.getByText(/^Periodic jobs from/).textContent()) ?? "";
  return /\d{4}-\d\d-\d\d/.exec(lead)?.[0] ?? "";
}

test("hours are projected, run out, hold the unit, and let it go once the job is recorded", async ({
  page,
}) => {
  await signIn(page, "4001");
  await page.goto("/units/LM-05/clocks");
  const lately = (await page.getByText(/^Lately: /).textContent()) ?? "";
  const read = [...lately.matchAll(/(\d{4}-\d\d-\d\d) ([\d.]+) h/g)].map(([, on = "", hours = ""]) => ({
    on,
    hours: Number(hours),
  }));
  const [last, then] = [read[0], read[4]];
  if (last === undefined || then === undefined) throw new Error(`expected five readings, got ${lately}`);
  // A yard with a short past: how it was used in the weeks before.
  if ((await page.getByText(/^Used [\d.]+ h a week/).count()) === 0)
    for (const weeks of [1, 2, 3, 4]) {
      const observedAt = new Date(Date.parse(then.on) - weeks * 7 * 86_400_000).toISOString();
      const sent = await page.request.post("/api/units/LM-05/hours", {
        headers: asApp,
        data: { id: randomUUID(), hours: then.hours - 17 * weeks, observedAt },
      });
      expect(sent.status()).toBe(200);
    }
  await page.reload();
  // A job by hours is due until it is recorded.
  await page.getByText("How often each job comes round").click();
  await page.getByLabel(/^Job/).selectOption("grease");
  await page.getByLabel("Hours", { exact: true }).fill(`${Math.ceil(last.hours - then.hours) + 3}`);
  await page.getByLabel(/^Where the interval is from/).fill("manual, page 52");
  await page.getByRole("button", { name: "Set", exact: true }).click();
  const grease = page.getByRole("listitem").filter({ hasText: "Greasing" });
  await expect(grease).toContainText("Overdue: held");
  await page.goto("/units/LM-05");
  await expect(page.getByText("Periodic job overdue")).toBeVisible();

  // Recorded as done some days ago, with its report: its hours are projected by the use there was.
  await page.goto("/units/LM-05/clocks");
  const record = async (on: string, hours: number) => {
    await grease.getByText("Record as done").click();
    await grease.getByLabel("Done on").fill(on);
    await grease.getByLabel("Done by").fill("P. Thrale");
    await grease.getByLabel("Hour meter then, h").fill(`${hours}`);
    await grease
      .getByLabel(/^The report itself/)
      .setInputFiles({ name: "grease.pdf", mimeType: "application/pdf", buffer: report });
    await grease.getByRole("button", { name: "Record it" }).click();
  };
  await record(then.on, then.hours + 400);
  await expect(grease.getByRole("alert").first()).toContainText("more than can have run");
  await grease.getByLabel("Hour meter then, h").fill(`${then.hours}`);
  await grease.getByRole("button", { name: "Record it" }).click();
  await expect(grease).toContainText("Last done");
  await expect(grease).toContainText(/Hours likely run out on \d{4}-\d\d-\d\d/);
  await expect(grease).toContainText("Due soon");
  const link = grease.getByRole("link", { name: "Open the report" });
  const got = await page.request.get((await link.getAttribute("href")) ?? "");
  expect(got.headers()["content-type"]).toBe("application/pdf");
  expect(await got.body()).toEqual(report);

  // What the meter shows now runs them out.
  await page.getByLabel("It shows now, h").fill(`${last.hours + 5}`);
  await page.getByRole("button", { name: "Record the reading" }).click();
  await expect(grease).toContainText("Overdue: held");
  await page.goto("/clocks");
  const row = page.getByRole("listitem").filter({ hasText: "LM-05" });
  await expect(row).toContainText("Greasing");
  await expect(row).toContainText("Overdue: held");
  const on = await today(page);
  await page.goto("/units/LM-05/clocks");
  await record(on, last.hours + 5);
  await expect(grease).toContainText(/In date|Due soon/);
  await page.goto("/units/LM-05");
  await expect(page.getByText("Periodic job overdue")).toBeHidden();

  // It ends by two people's word.
  await page.goto("/units/LM-05/clocks");
  await page.getByText("How often each job comes round").click();
  await page.getByLabel(/^Job/).selectOption("grease");
  await page.getByLabel("End this job on this unit").check();
  await page.getByRole("button", { name: "Set", exact: true }).click();
  await expect(page.getByRole("status")).toContainText("it ends");
  await expect(page.getByRole("button", { name: "I agree; I have the manual in front of me" })).toBeHidden();
  await signIn(page, "3001");
  await page.goto("/units/LM-05/clocks");
  await page.getByRole("button", { name: "I agree; I have the manual in front of me" }).click();
  await expect(grease).toHaveCount(0);
});

test("an overdue examination that is recorded makes the unit inspection due; a longer interval waits for a second person", async ({
  page,
}) => {
  await signIn(page, "2001");
  const now = Date.parse(await today(page));
  await page.goto("/units/LM-09");
  await expect(page.getByText("Examination overdue")).toBeVisible();
  await page.goto("/units/LM-09/clocks");
  const examination = page.getByRole("listitem").filter({ hasText: "Annual or thorough examination" });
  const day = (ahead: number) => new Date(now + ahead * 86_400_000).toISOString().slice(0, 10);
  await examination.getByText("Record as done").click();
  await examination.getByLabel("Done on").fill(day(-1));
  await examination.getByLabel("Examined by").fill("Alder and Finch");
  await examination.getByLabel("Licence or card number").fill("AF-118");
  await examination.getByLabel("Next due").fill(day(180));
  await examination.getByLabel("Report number").fill("AF-2209");
  await examination.getByRole("button", { name: "Record it" }).click();
  await expect(examination).toContainText("In date");
  await page.goto("/units/LM-09");
  await expect(page.getByText("Inspection due")).toBeVisible();

  // A first programme is the owner's to set; asking less than it is not.
  await signIn(page, "4001");
  await page.goto("/units/LM-09/clocks");
  const service = page
    .getByRole("listitem")
    .filter({ hasText: /^Service/ })
    .first();
  const setTo = async (months: string) => {
    await page.getByText("How often each job comes round").click();
    await page.getByLabel("Months", { exact: true }).fill(months);
    await page.getByLabel(/^Where the interval is from/).fill("manual, page 41");
    await page.getByRole("button", { name: "Set", exact: true }).click();
  };
  await setTo("3");
  await expect(service).toContainText(/Every 3 months/);
  await page.reload();
  await setTo("6");
  await expect(page.getByRole("status")).toContainText("more months");
  await expect(service).toContainText("Every 3 months");
  await signIn(page, "3001");
  await page.goto("/units/LM-09/clocks");
  await page.getByRole("button", { name: "I agree; I have the manual in front of me" }).click();
  await expect(service).toContainText("Every 6 months");
});
