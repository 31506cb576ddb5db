import { beginWalk, expect, sign, signIn, test, walkOn } from "./yard";

test("an operator signs in, walks a clean scissor and it is cleared until the shift ends", async ({
  page,
}) => {
  await page.goto("/shift");
  await expect(page).toHaveURL(/sign-in/);
  for (const digit of "1041") await page.getByRole("button", { name: digit, exact: true }).click();
  await page.getByRole("button", { name: "PIN" }).click();
  for (const digit of "4710") await page.getByRole("button", { name: digit, exact: true }).click();
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL("**/shift");

  const id = await beginWalk(page, "LM-07");
  await page.getByRole("button", { name: "Yes, like this" }).click();
  // The forward button sleeps while anything is asked by itself: pressing it goes nowhere.
  await page.getByRole("button", { name: /as listed, after: Tags and log$/ }).click({ force: true });
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Documents");
  // A scuffed rail is open from twelve days ago; whoever walks next answers it, and may say with why that it is gone.
  const gone = page.getByRole("button", { name: "Gone" });
  await walkOn(page, () => gone.isVisible());
  await expect(page.getByText("Open from before")).toBeVisible();
  await gone.click();
  await page.getByLabel("Why is it gone?").fill("Touched up");
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByRole("button", { name: "Gone", pressed: true })).toBeVisible();
  await walkOn(page);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Cleared");
  await sign(page, "R. Oake");

  await page.goto("/shift");
  await expect(page.getByRole("listitem").filter({ hasText: "LM-07" })).toContainText("until 14:30");
  await page.goto(`/records/${id}`);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Cleared");
  const pdf = await page.request.get(`/records/${id}/pdf`);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
  await page.getByRole("link", { name: "Verify" }).click();
  await expect(page.getByRole("heading", { name: "This entry is as it was signed" })).toBeVisible();
  // A signed inspection is not walked again.
  await page.goto(`/inspect/${id}`);
  await expect(page).toHaveURL(/records/);
});

test("nothing is lost when the signal goes, the tablet reloads and the signal comes back", async ({
  page,
  context,
}) => {
  await signIn(page, "1043");
  await beginWalk(page, "LM-06");
  await context.setOffline(true);
  await page.getByRole("button", { name: "Yes, like this" }).click();
  // Two documents are asked by themselves; the others are only looked at, and are as listed, and the walk goes on to the rest.
  for (const title of ["Tags and log", "Periodic examination"])
    await page.getByRole("button", { name: `${title}: OK` }).click();
  const together = page.getByRole("button", { name: /^\d+ as listed L$/ });
  const looks = Number(/\d+/.exec((await together.textContent()) ?? "")?.[0]);
  await together.click();
  await expect(page.getByRole("banner").getByRole("status")).toHaveText(
    `No signal; ${3 + 2 + looks} kept here`,
  );
  const rest = page.getByRole("heading", { name: "Shown this model" });
  await expect(rest).toBeVisible();
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByRole("banner").getByRole("status")).toHaveText("All sent");
  await expect(rest).toBeVisible();
  await page.getByRole("button", { name: "Back", exact: true }).click();
  // A second answer names the first and says why.
  await page.getByRole("button", { name: /^Handbooks: OK. Change/ }).click();
  await page.getByRole("button", { name: "Outdated" }).click();
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByRole("button", { name: /^Handbooks: Watch/ })).toBeVisible();
});

test("a reading beyond the sheet's limit becomes a finding, and a top-up is put right", async ({ page }) => {
  await signIn(page, "1043");
  await beginWalk(page, "LM-06");
  await walkOn(
    page,
    async () => (await page.getByRole("heading", { level: 1 }).textContent()) === "Battery tray",
  );
  const row = page
    .getByRole("listitem")
    .filter({ hasText: "Charge" })
    .filter({ hasText: "Battery voltage, rested" });
  await row.getByRole("textbox").fill("twenty");
  await expect(row.getByRole("button", { name: "Enter" })).toBeDisabled();
  await row.getByRole("textbox").fill("23,9");
  await row.getByRole("button", { name: "Enter" }).click();
  await expect(row).toContainText("Below the limit");
  await expect(row).toContainText("Repair by");
  await page.getByRole("button", { name: "Battery water level: Fault" }).click();
  await page.keyboard.press("1");
  await page.getByRole("button", { name: "Topped up with distilled water" }).click();
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByRole("button", { name: /^Battery water level: Fixed on the spot/ })).toBeVisible();
});
