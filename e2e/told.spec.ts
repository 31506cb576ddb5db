import ICAL from "ical.js";
import { expect, signIn, test } from "./yard";

/** What has come to the mailbox; demo's own beside the app's port otherwise. */
const mailbox = process.env["E2E_LETTERS"] ?? "http://127.0.0.1:4716/letters";
const lettersTo = async (address: string, subject: RegExp): Promise<readonly string[]> => {
  const all = (await (await fetch(mailbox)).json()) as { to: string[]; raw: string }[];
  // What other tests of this yard tag out is told as well.
  return all.filter(({ to, raw }) => to.includes(address) && subject.test(raw)).map(({ raw }) => raw);
};

test("a supervisor asks to be told, is told at once of the tag a crew waits behind, and stops it with the letter's own link", async ({
  page,
}) => {
  const address = `m.sallow.${Date.now()}@low-meadow.example`;
  await signIn(page, "2001");
  await page.goto("/settings");
  await page.getByRole("link", { name: "Mail and calendar" }).click();
  await page.getByLabel("Your address").fill("not an address");
  await page.getByLabel("Your address").fill(address);
  await page.getByRole("checkbox", { name: /^The shift/ }).uncheck();
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Saved.")).toBeVisible();

  await page.goto("/units/LM-07");
  await page.getByRole("button", { name: "Tag out" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Leak" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Tag it out now" }).click();
  await expect(page.getByText(/is tagged out: T-\d+/)).toBeVisible();
  const subject = /^Subject: LM-07 is tagged out/m;
  await expect.poll(() => lettersTo(address, subject), { timeout: 60_000 }).toHaveLength(1);
  const [letter = ""] = await lettersTo(address, subject);
  // Lines of a letter are folded as mail folds them.
  const [link] = /http:\/\/[^\s]*\/mail\/[\w-]+/.exec(letter.replace(/=\r?\n/g, "")) ?? [];
  await page.context().clearCookies();
  await page.goto(new URL(link ?? "").pathname);
  const stop = page.getByRole("button", { name: "Do not send me tag-outs" });
  const stopped = page.getByText("No mail of this kind is sent to you any more.");
  await expect(stop).toBeVisible();
  await expect(stopped).toHaveCount(0);
  await stop.click();
  await expect(stopped).toBeVisible();
  await expect(stop).toHaveCount(0);
});

test("an operator's own calendar has their inspections, and a file of needs is read before it is taken", async ({
  page,
}) => {
  await signIn(page, "1041");
  await page.goto("/settings/mail");
  await page.getByRole("button", { name: "New address" }).click();
  const path = new URL((await page.locator("code").textContent()) ?? "").pathname;
  const answer = await page.request.get(path);
  expect(answer.headers()["content-type"]).toContain("text/calendar");
  const events = new ICAL.Component(ICAL.parse(await answer.text())).getAllSubcomponents("vevent");
  expect(events.length).toBeGreaterThan(0);
  expect(new ICAL.Event(events[0] as ICAL.Component).summary).toMatch(/^Inspect LM-\d+/);

  await signIn(page, "2001");
  await page.goto("/shift/needs");
  const file = (name: string, text: string) => ({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
  const chosen = page.getByLabel("Choose a file");
  await chosen.setInputFiles(file("list.txt", "nothing of the kind"));
  await expect(page.getByRole("alert").filter({ hasText: "This is no list of needs" })).toBeVisible();
  await chosen.setInputFiles(
    file(
      "needs.csv",
      "shift,crew,place,unit,days,hands_m\nlate,painters,Orangery,,sa,5\nlate,painters,Orangery,LM-99,su,5\n",
    ),
  );
  await expect(page.getByText("One need is read")).toBeVisible();
  await expect(page.getByText("Line 3, unit: LM-99")).toBeVisible();
  await page.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByText("One need was taken.")).toBeVisible();
  await expect(page.getByText("Orangery, painters")).toBeVisible();
});
