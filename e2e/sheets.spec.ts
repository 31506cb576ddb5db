import { asApp, expect, signIn, test } from "./yard";

test("the owner types a sheet in beside its board; a second person agrees to what is not fitted", async ({
  page,
}) => {
  await signIn(page, "4001");
  await page.goto("/sheets/dunmarrow-m8");
  const live = page.getByRole("complementary");
  await expect(live).toContainText(/\d{3} checks on a full inspection/);

  await page.getByLabel("Gate interlock: Fitted", { exact: true }).check({ force: true });
  await expect(live).toContainText("The last entry switched on");
  await expect(live).toContainText("Gate open");
  await page.getByLabel("Tilt sensor: Not fitted", { exact: true }).check({ force: true });
  await expect(live).toContainText("The last entry changed no check.");
  await page.getByLabel("Tilt sensor: Manual page").fill("2-9");

  await page.getByRole("button", { name: "Figures", exact: true }).click();
  await page.getByLabel("Creep-down watched for: Value").fill("12");
  await page.getByLabel("Minimum hydraulic oil: Value").fill("");
  await expect(live).toContainText("Cannot grade: Hydraulic oil needs Minimum hydraulic oil");
  await page.getByLabel("Minimum hydraulic oil: Unit").selectOption("in");
  await page.getByLabel("Minimum hydraulic oil: Value").fill("1.5");
  await page.getByLabel("Minimum hydraulic oil: Manual page").fill("5-2");
  await expect(live).not.toContainText("Cannot grade");

  await page.getByRole("button", { name: "Places", exact: true }).click();
  await page.getByRole("button", { name: "Mast", exact: true }).click();
  await page.getByRole("img", { name: "Places" }).click({ position: { x: 200, y: 120 } });
  await page.getByLabel("What changed, for those who read it later").fill("Supplement 2");
  await page.getByRole("button", { name: "Save version 2" }).click();
  await page.getByRole("button", { name: /^Versions \(1\)/ }).click();
  await expect(page.getByText("Tilt sensor not fitted, p. 2-9: entered by C. Marl")).toBeVisible();
  await expect(page.getByText("You entered it; somebody else must agree.")).toBeVisible();
  await expect(page.getByText("Supplement 2")).toBeVisible();
  await expect(page.getByText("38.1 (p. 5-2)")).toBeVisible();

  await signIn(page, "3001");
  await page.goto("/sheets/dunmarrow-m8");
  await expect(page.getByText("Only the owner changes a sheet.")).toBeVisible();
  await expect(page.getByLabel("Tilt sensor: Unknown", { exact: true })).toBeChecked();
  await page.getByRole("button", { name: /^Versions \(1\)/ }).click();
  await page.getByRole("button", { name: "I have the manual and agree" }).click();
  await expect(
    page.getByText("tilt_sensor not fitted: entered by C. Marl, confirmed by P. Thrale"),
  ).toBeVisible();
  await page.getByRole("button", { name: "Fitted", exact: true }).click();
  await expect(page.getByText("p. 2-9, C. Marl and P. Thrale")).toBeVisible();
});

test("files go out and come in, and a bad one is refused whole with every error named", async ({ page }) => {
  await signIn(page, "4001");
  const out = await page.request.get("/api/sheets/sorrel-v20/export");
  const sheet = (await out.json()) as { model: string; power: string; figures: Record<string, unknown> };
  await page.goto("/sheets");
  const give = (content: unknown) =>
    page.getByLabel("From a file").setInputFiles({
      name: "sheet.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify(content)),
    });
  await give({ ...sheet, power: "diesel", figures: { ...sheet.figures, outreach: { value: 2, page: "1" } } });
  const alert = page.getByRole("dialog").getByRole("alert");
  await expect(alert).toContainText("power");
  await expect(alert).toContainText("figures.outreach");
  await page.keyboard.press("Escape");
  await give({ ...sheet, model: "V 21 Wren" });
  await page.waitForURL("**/sheets/sorrel-works-v-21-wren");
  await expect(page.getByRole("heading", { name: "Sorrel Works V 21 Wren" })).toBeVisible();

  await page.getByRole("button", { name: "Figures", exact: true }).click();
  const csv = (text: string) =>
    page
      .getByLabel("Figures from a CSV file")
      .setInputFiles({ name: "figures.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await csv("figure,value,unit,page\r\nrated_load,lots,kg,1\r\nwings,2,m,1\r\n");
  await expect(page.getByRole("alert").filter({ hasText: "figures.csv:2" })).toContainText("figures.csv:3");
  await csv("figure,value,unit,page\r\nrated_load,397,lb,1-4\r\n");
  await expect(page.getByLabel("Rated load: Value")).toHaveValue("180.0762");
});

test("an owner makes a key, another program asks with it, and it closes when revoked", async ({
  page,
  request,
}) => {
  await signIn(page, "2001");
  await page.goto("/settings");
  await expect(page.getByText("Settings are the owner's.")).toBeVisible();
  expect((await page.request.post("/api/keys", { headers: asApp, data: { name: "mine" } })).status()).toBe(
    403,
  );

  await signIn(page, "4001");
  await page.goto("/settings");
  await page.getByLabel("What it is for").fill("Office");
  await page.getByRole("button", { name: "Make a key" }).click();
  const key = (await page.getByRole("status").locator("b").textContent()) ?? "";
  const ask = (authorization: string) =>
    request.post("/api/v1/expect", {
      headers: { authorization },
      data: {
        sheetId: "pellbridge-tb28",
        from: "ready_ground",
        state: { "axis.axles": 0, "enable.ground": "held" },
        action: { do: "operate", station: "ground", function: "telescope", direction: "out", elapsedS: 1 },
      },
    });
  const answer = await (await ask(`Bearer ${key}`)).json();
  expect(answer).toMatchObject({
    acceptable: [{ see: "stays", function: "telescope" }],
    blockedBy: [{ interlock: "axles_in_telescope", why: "Axles not out: no telescope" }],
  });
  await page
    .getByRole("listitem")
    .filter({ hasText: "Office" })
    .getByRole("button", { name: "Revoke" })
    .click();
  await expect(page.getByRole("listitem").filter({ hasText: "Office" })).toContainText("revoked");
  const refused = await ask(`Bearer ${key}`);
  expect(refused.status()).toBe(401);
  expect(refused.headers()["content-type"]).toContain("application/problem+json");
  expect((await request.get("/api/v1/openapi.json")).status()).toBe(200);
});
