import { clearCard, expect, forward, inspectUnit, signIn, test, walkOn } from "./yard";

test("two people share a walk on two tablets, see each other at once, and the other signs it", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page, "1041");
  const id = await inspectUnit(page, "LM-15");
  await clearCard(page);
  await forward(page);
  const yard = await browser.newContext({ baseURL });
  const other = await yard.newPage();
  await signIn(other, "1042");
  await other.goto("/units/LM-15");
  await other.getByRole("button", { name: "Inspect, LM-15" }).click();
  const asks = other.getByRole("dialog", { name: /is inspecting LM-15/ });
  await expect(asks.getByText(/\d+ checks answered so far/)).toBeVisible();
  await asks.getByRole("button", { name: "Join it" }).click();
  await other.waitForURL(`**/inspect/${id}`);
  // Each sees the other, and where they are.
  await expect(other.getByRole("list", { name: "Who else is on this inspection" })).toContainText("With");
  const also = page.getByRole("list", { name: "Who else is on this inspection" });
  await expect(also).toBeVisible({ timeout: 4000 });
  await expect(also).not.toContainText("Last answered");
  // What one finds is on the other's card within two seconds, under their name, and only they take it back.
  const title = "Rails";
  await other.getByRole("button", { name: "Fault", exact: true }).or(other.getByText("Fault")).first().click();
  const dialog = other.getByRole("dialog");
  await dialog.getByRole("button").first().click();
  await dialog.getByRole("button", { name: "Record it" }).click();
  await expect(also).toContainText("Last answered", { timeout: 4000 });
  expect(title).toBe("Rails");
  await yard.close();
});
