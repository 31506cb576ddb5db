import { expect, inspectUnit, signIn, test } from "./yard";

/** A picture as a tablet's camera makes one: larger than is needed, drawn by the browser itself. */
async function photograph(page: import("@playwright/test").Page): Promise<Buffer> {
  const base64 = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(3200, 2400);
    const pen = canvas.getContext("2d");
    if (pen === null) throw new Error("no canvas");
    for (let x = 0; x < 3200; x += 80)
      for (let y = 0; y < 2400; y += 80) {
        pen.fillStyle = `rgb(${(x * 7) % 255} ${(y * 13) % 255} ${(x * y) % 255})`;
        pen.fillRect(x, y, 80, 80);
      }
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer());
    let text = "";
    for (const byte of bytes) text += String.fromCharCode(byte);
    return btoa(text);
  });
  return Buffer.from(base64, "base64");
}

test("a picture of a finding is taken without a signal, made small, sent by itself, and seen at its tag", async ({
  page,
  context,
}) => {
  await signIn(page, "1042");
  const id = await inspectUnit(page, "LM-12");
  const manual = page.getByRole("button", { name: "Operator's manual: Fault" });
  await expect(manual).toBeVisible();
  const buffer = await photograph(page);
  await context.setOffline(true);
  await manual.click();
  await page.getByRole("button", { name: /^Missing/ }).click();
  const chosen = page.getByLabel("Add a picture");
  await chosen.setInputFiles({
    name: "notes.txt",
    mimeType: "text/plain",
    buffer: Buffer.from("no picture"),
  });
  await expect(page.getByText("This picture could not be read or saved.")).toBeVisible();
  // As a finger opens it: a tap on the words.
  const chooser = page.waitForEvent("filechooser");
  await page.getByText("Add a picture").click();
  await (await chooser).setFiles({ name: "pouch.png", mimeType: "image/png", buffer });
  await expect(page.getByRole("img", { name: "Picture of the finding" })).toBeVisible();
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByRole("heading", { name: "Do not operate. Leave it like this:" })).toBeVisible();
  await expect(page.getByText("One picture not sent yet.")).toBeVisible();

  await context.setOffline(false);
  await expect(page.getByText("One picture not sent yet.")).toBeHidden({ timeout: 30_000 });
  // Answers and pictures go each their own way: either may be there first.
  await expect(page.getByText("All sent")).toBeVisible();
  const { walk } = await (await page.request.get(`/api/inspections/${id}`)).json();
  const [hash] = walk.events[0].result.pictures as string[];
  const sent = await page.request.get(`/api/inspections/${id}/pictures/${hash}`);
  expect(sent.headers()["content-type"]).toBe("image/jpeg");
  expect((await sent.body()).length).toBeLessThanOrEqual(350_000);
  await page.goto("/tagged");
  await page.getByRole("listitem").filter({ hasText: "LM-12" }).getByRole("link", { name: /^Open/ }).click();
  const shown = page.getByRole("img", { name: "Picture of the finding" });
  await expect(shown).toBeVisible();
  await expect.poll(() => shown.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1600);
});
