import { expect, type Page, signIn } from "./yard";

/** The board of a place as it is drawn: its sides in metres, and the picture's own margin and size. */
export interface Drawn {
  readonly widthM: number;
  readonly depthM: number;
}
const margin = 10;

/** Touches a place's plan at a point, in metres from its lower left corner. */
export async function touch(page: Page, { widthM, depthM }: Drawn, x: number, y: number): Promise<void> {
  const perM = Math.min((720 - 2 * margin) / widthM, (560 - 2 * margin) / depthM);
  const [wide, high] = [widthM * perM + 2 * margin, depthM * perM + 2 * margin];
  const picture = page.getByRole("img", { name: /from above/ });
  await picture.scrollIntoViewIfNeeded();
  const box = await picture.boundingBox();
  if (box === null) throw new Error("expected the place to be drawn");
  await picture.click({
    position: {
      x: ((margin + x * perM) / wide) * box.width,
      y: ((high - margin - y * perM) / high) * box.height,
    },
  });
}

export const step = (page: Page, name: string) =>
  page.getByRole("listitem").getByRole("button", { name }).click();

export async function begin(page: Page, plate: string, place: string, what: string): Promise<void> {
  await signIn(page, "1041");
  await page.goto(`/units/${plate}/survey`);
  await chooseJob(page, place, what);
}

/** The place, once the survey stands: a page that is drawn but not yet alive loses a touch. */
export async function choosePlace(page: Page, place: string): Promise<void> {
  await expect(async () => {
    await page.getByLabel("Place").selectOption({ label: place });
    await expect(page.getByRole("img", { name: `${place} from above` })).toBeVisible({ timeout: 1000 });
  }).toPass();
}

/** The place and what is to be done. */
export async function chooseJob(page: Page, place: string, what: string): Promise<void> {
  await choosePlace(page, place);
  await page.getByLabel("What is to be done").fill(what);
}

/** A piece of work: where it is touched, what it is called and how high the hands are. */
export async function work(
  page: Page,
  drawn: Drawn,
  n: number,
  at: readonly [number, number],
  name: string,
  handsM: number,
) {
  await touch(page, drawn, ...at);
  const row = page.getByRole("listitem").filter({ has: page.getByRole("button", { name: `Work ${n}` }) });
  await row.getByLabel("Name").fill(name);
  await row.getByLabel("Height of the work").fill(`${handsM}`);
}

export async function rescueAndBarriers(page: Page): Promise<void> {
  await step(page, "Readings");
  await page.getByLabel("Barriers and signs stand round the work").check();
  await page.getByLabel("Who on the ground would bring them down").fill("S. Brack");
  await page.getByRole("button", { name: "Today" }).click();
  await page.getByLabel("Within call the whole time").check();
}

export async function level(page: Page, along: string, across: string): Promise<void> {
  await page.getByLabel("Along").fill(along);
  await page.getByLabel("Across").fill(across);
}
