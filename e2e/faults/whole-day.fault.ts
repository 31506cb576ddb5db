import { expect, test } from "@playwright/test";
import { Tablet, tally } from "./tablet";

const inspections = 500;
const eventsEach = 8;

/**
 * Fills the tablet's own store as five hundred inspections of a day without a signal would: each begun here with the word
 * that was kept, answered, and with a picture of what was found. Done past the screen: by hand it would take a week.
 */
async function fillDay(tablet: Tablet): Promise<readonly string[]> {
  return tablet.page.evaluate(
    async ({ inspections, eventsEach }) => {
      const db = await new Promise<IDBDatabase>((resolve, reject) => {
        const opening = indexedDB.open("rook-step");
        opening.onsuccess = () => resolve(opening.result);
        opening.onerror = () => reject(opening.error);
      });
      const done = (request: IDBRequest | IDBTransaction) =>
        new Promise<void>((resolve, reject) => {
          if (request instanceof IDBTransaction) request.oncomplete = () => resolve();
          else request.onsuccess = () => resolve();
          request.onerror = () => reject(request.error);
        });
      const reading = db.transaction("prepared").objectStore("prepared").getAll();
      await done(reading);
      const units = reading.result as {
        word: { unitId: string; position: number; headHash: string };
        walk: { sheet: unknown };
      }[];
      const canvas = new OffscreenCanvas(160, 120);
      const pen = canvas.getContext("2d") as OffscreenCanvasRenderingContext2D;
      const picture = async (n: number) => {
        pen.fillStyle = `rgb(${n % 256} ${(n * 7) % 256} ${Math.floor(n / 256) * 90})`;
        pen.fillRect(0, 0, 160, 120);
        pen.fillStyle = "white";
        pen.fillText(`${n}`, 20, 60);
        const bytes = await canvas.convertToBlob({ type: "image/jpeg", quality: 0.8 });
        const digest = await crypto.subtle.digest("SHA-256", await bytes.arrayBuffer());
        const hash = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, "0")).join("");
        return { bytes, hash };
      };
      const ids: string[] = [];
      const deviceId = localStorage.getItem("rook-step-device") ?? "";
      for (let n = 0; n < inspections; n++) {
        const { word } = units[n % units.length] ?? { word: { unitId: "", position: 0, headHash: "" } };
        const id = crypto.randomUUID();
        const { bytes, hash } = await picture(n);
        const change = db.transaction(["starts", "events", "pictures"], "readwrite", {
          durability: "relaxed",
        });
        change.objectStore("starts").add({ id, begun: { id, unitId: word.unitId, word } });
        change.objectStore("pictures").add({ inspectionId: id, hash, bytes, sent: 0, state: "to_send" });
        let follows: string | null = null;
        for (let seq = 1; seq <= eventsEach; seq++) {
          const eventId = crypto.randomUUID();
          const base = { schema: 2, id: eventId, inspectionId: id, deviceId, seq, follows };
          const at = new Date().toISOString();
          const saw = { position: word.position, headHash: word.headHash };
          const found = { kind: "condition", condition: "unreadable", pictures: [hash] };
          const event = {
            ...{ ...base, at, saw, type: "answered" },
            ...(seq === eventsEach
              ? { check: "doc.decals@documents_box.v1", result: found }
              : { check: "doc.manual@documents_box.v1", result: { kind: "fine" } }),
          };
          follows = eventId;
          change
            .objectStore("events")
            .add({ id: eventId, inspectionId: id, deviceId, seq, state: "to_send", event });
        }
        await done(change);
        ids.push(id);
      }
      db.close();
      return ids;
    },
    { inspections, eventsEach },
  );
}

test("five hundred inspections with pictures, made in a day without a signal, are all there when it is back", async () => {
  test.setTimeout(600_000);
  const tablet = new Tablet();
  await tablet.start();
  // Somebody whose walks no other test goes on with.
  await tablet.signIn("1042");
  await expect(tablet.page.getByText(/can be inspected without a signal/)).toBeVisible();
  await tablet.signal("no signal");
  const ids = await fillDay(tablet);
  await tablet.page.goto("/shift");
  await expect(tablet.page.getByText(/4,000 entries/)).toBeVisible();
  await tablet.signal("signal");
  // Cut in the middle, and the browser killed: what had gone is not sent as something else.
  await tablet.page.goto("/shift");
  await tablet.page.waitForTimeout(4000);
  await tablet.kill();
  await tablet.start();
  await tablet.page.goto("/shift");
  const asks = tablet.page.getByRole("heading", { name: "Sign in" });
  const shift = tablet.page.getByRole("heading", { name: "Early shift" });
  await expect(asks.or(shift)).toBeVisible();
  if (await asks.isVisible()) await tablet.pin("1042");
  await expect(shift).toBeVisible();
  await tablet.nothingWaits(400_000);
  const kept = await tablet.all();
  expect(kept).toHaveLength(inspections * eventsEach);
  let lost = 0;
  for (const id of ids) {
    const held = await tablet.held(id);
    const there = new Set(held.map((event) => event.id));
    lost += kept.filter(({ inspectionId, event }) => inspectionId === id && !there.has(event.id)).length;
    expect(held).toHaveLength(eventsEach);
  }
  expect(lost).toBe(0);
  expect(await tablet.picturesNotSent()).toBe(0);
  tally({
    fault: "a day's inspections with pictures",
    injected: ids.length,
    acknowledged: ids.length * eventsEach,
    lost,
  });
  await tablet.close();
});
