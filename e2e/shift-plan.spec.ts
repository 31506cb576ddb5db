import { asApp, expect, type Page, signIn, test } from "./yard";

const changes = (page: Page) => page.getByRole("region", { name: "Why the plan changed" });
const rowOf = (page: Page, words: string) => page.getByRole("listitem").filter({ hasText: words }).first();

test("a boom is tagged and an inspector is missing: the morning is planned again, and each step says why", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page, "2001");
  await page.goto("/shift");
  // Tagged since yesterday, it stays in sight; its crew has another.
  const arborists = page
    .getByRole("listitem")
    .filter({ has: page.getByRole("link") })
    .filter({ hasText: "arborists" })
    .filter({ hasText: "instead of LM-20" });
  await expect(arborists).toBeVisible();
  const plate = (await arborists.getByRole("link").first().textContent()) ?? "";
  const other = await browser.newPage({ baseURL });
  await signIn(other, "1060");
  await other.request.post(`/api/units/${plate}/tags`, { headers: asApp, data: { reason: "damage" } });
  await other.close();
  await expect(changes(page).getByText(`${plate} cannot be used`)).toBeVisible();
  await expect(arborists.getByRole("link", { name: plate })).toHaveCount(0);

  await page.getByRole("button", { name: "Who is away" }).click();
  await page.getByRole("radio", { name: "J. Wren: Away" }).check({ force: true });
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "Who is away (1)" })).toBeVisible();
  const lanes = page.getByRole("region", { name: "Who does what" });
  await expect(lanes.getByText("J. Wren")).toHaveCount(0);
  await page.getByRole("button", { name: "Who is away (1)" }).click();
  await page.getByRole("radio", { name: "J. Wren: Here" }).check({ force: true });
  await page.keyboard.press("Escape");
  await expect(lanes.getByText("J. Wren")).toBeVisible();
});

test("a supervisor sees what each unit would cost a crew, gives one, and lets the plan decide again", async ({
  page,
}) => {
  await signIn(page, "2001");
  await page.goto("/shift");
  await page.getByRole("button", { name: "Change: lamp crew, Long Walk" }).click();
  const dialog = page.getByRole("dialog", { name: "lamp crew, Long Walk" });
  await expect(dialog.getByText("Has it now")).toBeVisible({ timeout: 20_000 });
  await expect(dialog.getByText("Judged by the figures of the work")).toBeVisible();
  const give = dialog
    .getByRole("button", { name: /^Give it: / })
    .and(page.locator(":enabled"))
    .last();
  const plate = (await give.getAttribute("aria-label"))?.replace("Give it: ", "") ?? "";
  await give.click();
  const lamps = page.getByRole("listitem").filter({ hasText: "lamp crew" }).first();
  await expect(lamps).toContainText(plate);
  await expect(lamps).toContainText("Set by the supervisor");
  await page.getByRole("button", { name: "Change: lamp crew, Long Walk" }).click();
  await page.getByRole("button", { name: "Let the plan decide", exact: true }).click();
  await expect(lamps).not.toContainText("Set by the supervisor");
  // A slip is put right where it is seen.
  await page.getByRole("button", { name: "Change: lamp crew, Long Walk" }).click();
  await page.getByRole("button", { name: "They need nothing today" }).click();
  await page.getByRole("button", { name: "They need it after all: lamp crew, Long Walk" }).click();
  await expect(page.getByRole("button", { name: "Change: lamp crew, Long Walk" })).toBeVisible();
});

test("work is moved to somebody else by the keyboard alone, and theirs says so at once", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page, "2001");
  await page.goto("/shift");
  // The page for the wall is a PDF of the same plan.
  const printed = await page.request.get("/shift/pdf");
  expect(printed.headers()["content-type"]).toBe("application/pdf");
  expect((await printed.body()).subarray(0, 5).toString()).toBe("%PDF-");
  const lanes = page.getByRole("region", { name: "Who does what" });
  const walk = lanes
    .getByRole("button", { name: /^Move / })
    .and(lanes.locator(":enabled"))
    .first();
  const plate = (await walk.getAttribute("aria-label"))?.split(/[ ,]/)[1] ?? "";
  const mine = await browser.newPage({ baseURL });
  await signIn(mine, "1041");
  await mine.goto("/shift");
  const holder = (await walk.getAttribute("aria-label"))?.split(" by ")[1] ?? "";
  await expect(rowOf(mine, plate)).toContainText(holder);
  await walk.focus();
  await page.keyboard.press("Space");
  // The next name down that may inspect it says what that would cost.
  const costs = lanes.getByRole("listitem").filter({ hasText: /In time|min late|Not in time/ });
  await expect(costs.first()).toBeVisible({ timeout: 20_000 });
  const over = page.locator("li.outline-brass");
  const says = /In time|min late|Not in time/;
  for (const key of ["ArrowDown", "ArrowDown", "ArrowDown", "ArrowUp", "ArrowUp", "ArrowUp", "ArrowUp"]) {
    if (says.test((await over.textContent()) ?? "")) break;
    await page.keyboard.press(key);
    await page.waitForTimeout(200);
  }
  const name = (await over.locator("b").textContent()) ?? "";
  expect(name).not.toBe(holder);
  await page.keyboard.press("Space");
  await expect(lanes.getByRole("button", { name: `Move ${plate}, inspected by ${name}` })).toBeVisible();
  await expect(rowOf(mine, plate)).toContainText(name);
  await mine.close();
  // And to be the first of what they do.
  const moved = lanes.getByRole("button", { name: `Move ${plate}, inspected by ${name}` });
  await moved.focus();
  await page.keyboard.press("Space");
  await expect(lanes.getByRole("listitem").filter({ hasText: says }).first()).toBeVisible({
    timeout: 20_000,
  });
  await page.keyboard.press("ArrowLeft");
  const lane = lanes.getByRole("listitem").filter({ has: page.getByText(name, { exact: true }) });
  await expect(lane).toContainText(/first, (In time|\d+ min late|Not in time)/, { timeout: 20_000 });
  await page.keyboard.press("Space");
  await expect(moved).toContainText("first");
  const said = `${name} does ${plate} first`;
  await page.getByRole("button", { name: `Let the plan decide: ${said}` }).click();
  await expect(page.getByText(said)).toHaveCount(0);
});

test("a need is told in figures, and any unit that can do it is given", async ({ page }) => {
  await signIn(page, "2001");
  await page.goto("/shift/needs");
  const early = page.locator("section").filter({ hasText: "Early shift" }).first();
  await early.getByRole("button", { name: "Add what a crew needs" }).click();
  await early.getByLabel("Usual unit").selectOption({ label: "Any unit that can do the work" });
  await early.getByLabel("For whom").fill("sign painters");
  await early.getByLabel("Where", { exact: true }).fill("Palm Court");
  await early.getByLabel("Hands how high (m)").fill("five");
  await early.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Type the figures as numbers")).toBeVisible();
  await early.getByLabel("Hands how high (m)").fill("5,5");
  await early.getByRole("button", { name: "Add", exact: true }).click();
  await expect(early.getByText("Palm Court, sign painters")).toBeVisible();
  await page.goto("/shift");
  await expect(rowOf(page, "sign painters")).toContainText(/Ready \d\d:\d\d|min late|Cleared/);
  await page.goto("/shift/needs");
  await page.getByRole("button", { name: "Not needed: sign painters" }).click();
  await expect(page.getByText("Palm Court, sign painters")).toHaveCount(0);
});

test("a job given this day stands in the plan once it is said how long it takes, and says who has it", async ({
  page,
}) => {
  await signIn(page, "2001");
  await page.goto("/units/LM-13/clocks");
  const examination = page
    .getByRole("listitem")
    .filter({ hasText: "Annual or thorough examination" })
    .first();
  await examination.getByText("Schedule it", { exact: true }).click();
  await examination.getByLabel("Day", { exact: true }).fill("2026-06-10");
  await examination.getByLabel("Who does it").fill("Alder and Finch");
  await examination.getByRole("button", { name: "Schedule for this day" }).click();
  await page.goto("/shift");
  const job = page
    .getByRole("list", { name: "Periodic jobs today" })
    .getByRole("listitem")
    .filter({ hasText: "LM-13" });
  await expect(job).toContainText("Alder and Finch. Nobody has said how long it takes");
  await job.getByRole("link", { name: "Periodic jobs: LM-13" }).click();
  await examination.getByText("Schedule it", { exact: true }).click();
  await examination.getByLabel("How long it takes, minutes").fill("90");
  await examination.getByRole("button", { name: "Schedule for this day" }).click();
  await page.goto("/shift");
  await expect(job).toContainText(/Alder and Finch, 0\d:\d\d–0\d:\d\d/);
  const lanes = page.getByRole("region", { name: "Who does what" });
  await expect(lanes.getByText("Alder and Finch")).toBeVisible();
});
