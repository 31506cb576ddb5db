import { expect, pin, signIn, test } from "./yard";

test("a legal hold is put by a supervisor, seen on its unit, and lifted by the owner with a second person", async ({
  page,
}) => {
  await signIn(page, "2001");
  await page.goto("/settings/retention");
  const holds = page.locator("section").filter({ has: page.getByRole("heading", { name: "Legal holds" }) });
  // The rule is the owner's.
  await expect(page.getByRole("button", { name: "Save" })).toBeDisabled();
  await holds.getByLabel("Keep all of").selectOption("LM-05");
  await holds.getByLabel(/^Why/).fill("Accident on the Long Walk");
  await holds.getByRole("button", { name: "Place a legal hold" }).click();
  await expect(holds.getByText("“Accident on the Long Walk”")).toBeVisible();
  await expect(holds.getByRole("button", { name: /^Lift/ })).toHaveCount(0);
  await page.goto("/units/LM-05");
  await page.getByRole("link", { name: "A legal hold keeps all that is recorded of this unit" }).click();
  await page.waitForURL("**/settings/retention");

  await signIn(page, "4001");
  await page.goto("/settings/retention");
  await holds.getByRole("button", { name: "Lift: LM-05" }).click();
  await holds.getByLabel("Why it is lifted").fill("Settled");
  await holds.getByLabel("Second person's badge").fill("4001");
  await holds.getByLabel("Second person's PIN").fill(pin);
  await holds.getByRole("button", { name: "Both sign and lift it" }).click();
  await expect(holds.getByRole("alert").filter({ hasText: "second person" })).toBeVisible();
  await holds.getByLabel("Second person's badge").fill("2001");
  await holds.getByRole("button", { name: "Both sign and lift it" }).click();
  await expect(holds.getByText(/lifted by C. Marl.*“Settled”/)).toBeVisible();

  // A shorter rule waits.
  await page.getByLabel(/^Reports of periodic jobs/).fill("2");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(
    page.getByText("Reports of periodic jobs: kept for 10 years until 30 days after the change."),
  ).toBeVisible();
  await page.getByLabel(/^Reports of periodic jobs/).fill("10");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("until 30 days after the change")).toBeHidden();
});
