import { asApp, expect, signIn, test, unitId } from "./yard";

const anything = "00000000-0000-4000-8000-000000000000";
const repair = { cause: "c", work: "w", repaired: [], disturbed: [], licence: "l" };

test("without signing in, no page and no route answers", async ({ page }) => {
  for (const path of [
    "/shift",
    "/units/LM-08",
    "/tagged",
    `/tags/${anything}`,
    `/records/${anything}`,
    `/surveys/${anything}`,
    "/units/LM-08/rescue",
    "/settings/places",
    "/shift/needs",
  ]) {
    await page.goto(path);
    await expect(page).toHaveURL(/sign-in/);
  }
  // The page of a walk contains no walk: it asks who you are before it shows one.
  await page.goto(`/inspect/${anything}`);
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  expect((await page.request.get(`/api/inspections/${anything}`)).status()).toBe(401);
  const calls = [
    "/api/inspections",
    `/api/inspections/${anything}/events`,
    `/api/inspections/${anything}/sign`,
    "/api/units/LM-08/tags",
    `/api/tags/${anything}/repairs`,
    `/api/tags/${anything}/retests`,
    `/api/tags/${anything}/release`,
    `/api/findings/${anything}/repair`,
    `/api/reports/${anything}/look`,
    `/api/reports/${anything}/match`,
    "/api/units/LM-08/events",
    "/api/units/LM-08/examinations",
    "/api/units/LM-08/figures",
    `/api/units/LM-08/figures/${anything}`,
    "/api/units/LM-08/surveys",
    "/api/units/LM-08/drills",
    "/api/units/LM-08/stops",
    `/api/surveys/${anything}/signatures`,
    "/api/sites/low-meadow/loads",
    "/api/sites/low-meadow/wind-meters",
    `/api/sites/low-meadow/wind-meters/${anything}/close`,
    "/api/sites/low-meadow/places",
  ];
  for (const path of calls)
    expect((await page.request.post(path, { headers: asApp, data: {} })).status(), path).toBe(401);
  expect((await page.request.get(`/records/${anything}/pdf`)).status()).toBe(401);
  for (const path of [
    "/api/live",
    "/api/prepared-surveys",
    "/api/sites/low-meadow/wind",
    `/surveys/${anything}/pdf`,
    "/units/LM-08/rescue/pdf",
    `/api/units/LM-08/survey-pictures/${"a".repeat(64)}`,
  ])
    expect((await page.request.get(path)).status(), path).toBe(401);
  // A card is open to whoever holds its code, and to nobody who guesses.
  expect((await page.request.get(`/card/${anything}`)).status()).toBe(404);
  expect((await page.request.get("/card/1")).status()).toBe(404);
  expect(
    (await page.request.put("/api/sites/low-meadow/policy", { headers: asApp, data: {} })).status(),
  ).toBe(401);
});

test("what decides a standing is recorded by those whose it is, and badly typed is refused by name", async ({
  page,
}) => {
  const examination = {
    examiner: "An examiner",
    licence: "E-1",
    examinedOn: "2026-06-01",
    nextDue: "2026-12-01",
    document: "R-1",
  };
  const examine = (data: object) =>
    page.request.post("/api/units/LM-24/examinations", { headers: asApp, data });
  await signIn(page, "1041");
  expect((await examine(examination)).status()).toBe(403);
  expect(
    (await page.request.put("/api/sites/low-meadow/policy", { headers: asApp, data: {} })).status(),
  ).toBe(403);
  // An operator may say what happened to a unit; it can only take a clearance away.
  const event = { id: "seven", kind: "contact" };
  expect((await page.request.post("/api/units/LM-24/events", { headers: asApp, data: event })).status()).toBe(
    400,
  );
  const happened = { ...event, id: crypto.randomUUID() };
  expect(
    (await page.request.post("/api/units/LM-24/events", { headers: asApp, data: happened })).status(),
  ).toBe(200);

  await signIn(page, "4001");
  const late = await examine({ ...examination, nextDue: "2026-05-01" });
  expect(late.status()).toBe(400);
  expect(((await late.json()) as { detail: string }).detail).toMatch(/nextDue.*after the examination/);
  expect((await examine(examination)).status()).toBe(200);
  await page.goto("/units/LM-24");
  await expect(
    page.getByText("Next examination", { exact: false }).or(page.getByText("2026-12-01")).first(),
  ).toBeVisible();
  const policy = await page.request.put("/api/sites/low-meadow/policy", {
    headers: asApp,
    data: { trigger: "hourly" },
  });
  expect(policy.status()).toBe(400);
});

test("each role is refused what is not its own, by direct request and by address", async ({ page }) => {
  await signIn(page, "3001");
  const unit = await unitId(page.request, "LM-08");
  expect(unit).toMatch(/^[0-9a-f-]{36}$/);
  await page.goto("/tagged");
  const tagPath =
    (await page
      .getByRole("listitem")
      .filter({ hasText: "LM-08" })
      .getByRole("link", { name: /^Open/ })
      .getAttribute("href")) ?? "";
  const tagId = tagPath.split("/").at(-1);
  const started = await (
    await page.request.post("/api/inspections", { headers: asApp, data: { unitId: unit } })
  ).json();
  const sendNothing = async () => {
    const batch = { headers: asApp, data: { events: [] } };
    return (await page.request.post(`/api/inspections/${started.id}/events`, batch)).status();
  };

  await signIn(page, "5001");
  expect(
    (await page.request.post("/api/inspections", { headers: asApp, data: { unitId: unit } })).status(),
  ).toBe(403);
  expect(await sendNothing()).toBe(403);
  for (const [path, data] of [
    ["repairs", repair],
    ["retests", {}],
    ["release", { number: "T-0001", seenPosition: 1 }],
  ] as const) {
    expect(
      (await page.request.post(`/api/tags/${tagId}/${path}`, { headers: asApp, data })).status(),
      path,
    ).toBe(403);
  }
  await page.goto(tagPath);
  await expect(page.getByText("Your role does not allow this step.")).toBeVisible();
  await page.goto("/units/LM-08");
  await expect(page.getByRole("button", { name: /Inspect/ })).toBeHidden();

  await signIn(page, "1041");
  expect(
    (await page.request.post(`/api/tags/${tagId}/repairs`, { headers: asApp, data: repair })).status(),
  ).toBe(403);
  expect(await sendNothing()).toBe(403);
  expect((await page.request.get(`/api/inspections/${started.id}`)).status()).toBe(403);
  await page.goto(`/inspect/${started.id}`);
  await expect(page.getByRole("heading", { name: "This inspection cannot be opened here" })).toBeVisible();
});

test("someone from another site sees nothing here, and may still tag any unit out", async ({ page }) => {
  await signIn(page, "1090");
  expect((await page.goto("/units/LM-22"))?.status()).toBe(404);
  await page.goto("/shift");
  await expect(page.getByText("No unit is needed this shift.")).toBeVisible();
  await page.getByRole("button", { name: "Tag out a unit" }).click();
  await page.getByLabel("Plate on the unit").fill("lm-22");
  await page.getByRole("button", { name: "Leak" }).click();
  await page.getByRole("button", { name: "Tag it out now" }).click();
  await expect(page.getByText(/LM-22 is tagged out: T-\d+/)).toBeVisible();
});

test("a request from a foreign page, and a body that cannot be read, are refused with what to do", async ({
  page,
}) => {
  await signIn(page, "1041");
  const foreign = await page.request.post("/api/inspections", {
    data: {},
    headers: { origin: "http://elsewhere.test" },
  });
  expect(foreign.status()).toBe(403);
  const bad = await page.request.post("/api/inspections", { headers: asApp, data: { unitId: "x" } });
  expect(bad.status()).toBe(400);
  expect(bad.headers()["content-type"]).toContain("application/problem+json");
  expect((await bad.json()).detail).toMatch(/unitId/);
  const withoutSheet = await page.request.post("/api/inspections", {
    headers: asApp,
    data: { unitId: await unitId(page.request, "LM-08") },
  });
  expect(withoutSheet.status()).toBe(200);
  expect((await page.request.get("/api/health")).status()).toBe(200);
});
