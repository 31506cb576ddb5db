import { clearCard, expect, forward, inspectUnit, signIn, test } from "./yard";

test("two people share a walk on two tablets, see each other at once, and the other signs it", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page, "1041");
  const id = await inspectUnit(page, "LM-03");
  await clearCard(page);
  await forward(page);
  const others = "Who else is on this inspection";
  const tablet = await browser.newContext({ baseURL });
  const other = await tablet.newPage();
  await signIn(other, "1042");
  await other.goto("/units/LM-03");
  await other.getByRole("button", { name: "Inspect, LM-03" }).click();
  const asks = other.getByRole("dialog", { name: "R. Oake is inspecting LM-03" });
  await expect(asks.getByText(/\d+ checks? answered so far/)).toBeVisible();
  await asks.getByRole("button", { name: "Join it" }).click();
  await other.waitForURL(`**/inspect/${id}`);
  await expect(other.getByRole("list", { name: others })).toContainText("With R. Oake.");
  const also = page.getByRole("list", { name: others });
  await expect(also).toContainText("With J. Wren.");

  // What one finds is on the other's card at once, under their name, and is theirs to take back.
  for (const tablet of [page, other]) {
    await tablet.getByRole("button", { name: /^\d+\. Rails and gate/ }).click();
    await expect(tablet.getByRole("heading", { level: 1 })).toHaveText("Rails and gate");
  }
  await other.getByRole("button", { name: "Guard rails: Fault" }).click();
  await other.getByRole("button", { name: /^Scuffed/ }).click();
  await other.getByText("Right", { exact: true }).click();
  await expect(other.getByRole("checkbox", { name: "Right" })).toBeChecked();
  await other.getByRole("button", { name: "Record it" }).click();
  const found = page.getByRole("button", { name: "Guard rails: Watch. Change" });
  await expect(found).toContainText("J. Wren");
  await found.click();
  await page.getByRole("button", { name: "It is OK" }).click();
  await expect(page.getByRole("dialog", { name: "Somebody else found this" })).toBeVisible();
  await page.getByRole("button", { name: "Understood" }).click();
  // Found again by the first, it is still the other's that stands.
  await found.click();
  await page.getByRole("button", { name: /^Scuffed/ }).click();
  const sent = page.waitForResponse((answer) => answer.url().endsWith(`/inspections/${id}/events`));
  await page.getByRole("button", { name: "Record it" }).click();
  await sent;
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(found).toContainText("J. Wren");

  // The first leaves; the other ends it and signs.
  await other.getByRole("button", { name: "Decision" }).click();
  await expect(other.getByText(/^Checks answered: R\. Oake \d+, J\. Wren 1$/)).toBeVisible();
  await other.getByLabel("or type your name").fill("J. Wren");
  const sign = other.getByRole("button", { name: /^Sign as/ });
  await sign.click();
  // What came between the look and the signature is shown before it is signed for.
  const signed = other.getByText("Signed", { exact: true });
  const since = other.getByText("Somebody else has answered since.");
  await expect(signed.or(since)).toBeVisible();
  if (await since.isVisible()) await sign.click();
  await expect(signed).toBeVisible();
  await page.waitForURL(`**/records/${id}`);
  await expect(page.getByText(/^Checks answered: R\. Oake \d+, J\. Wren 1$/)).toBeVisible();
  await tablet.close();
});
