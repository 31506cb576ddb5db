import type { Locator, Page } from "@playwright/test";
import { readingsFor } from "../../e2e/readings";

export interface Counted {
  /** Taps and keystrokes from the first card to the decision. */
  readonly taps: number;
  /** What places, readings, what is touched by itself and movements require: one each, a reading its digits as well. */
  readonly least: number;
  readonly cards: number;
  /** Cards that do not fit the screen: their rows have to be scrolled. */
  readonly scrolled: number;
  /** Words on its cards, cautions and settings among them. */
  readonly words: number;
}

/** Words anybody can see in an element: nothing that only a screen reader or another width shows. */
const wordsIn = async (locator: Locator): Promise<number> => {
  const text = await locator.evaluate((element) => {
    if (!(element instanceof HTMLElement)) return "";
    const spoken = [...element.querySelectorAll<HTMLElement>(".sr-only")];
    for (const one of spoken) one.hidden = true;
    // biome-ignore lint/performance/useDomNodeTextContent: what is hidden at this width is no word to read
    const seen = element.innerText;
    for (const one of spoken) one.hidden = false;
    return seen;
  });
  return text.split(/\s+/).filter(Boolean).length;
};

/** The words of an element, those of neighbours apart. */
const textOf = (locator: Locator): Promise<string> =>
  locator.evaluate((element) => {
    const texts = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
    let all = "";
    while (texts.nextNode() !== null) all += ` ${texts.currentNode.textContent}`;
    return all.trim();
  });

/** Walks a clean machine the way that takes fewest taps, and counts them. */
export async function cleanWalk(page: Page): Promise<Counted> {
  let taps = 0;
  let words = 0;
  let cards = 0;
  let scrolled = 0;
  let least = 0;
  const places = new Set<string>();
  const main = page.getByRole("main");
  const forward = main.getByRole("button", {
    name: /(^First:|as listed|still open|Next|To the decision)/,
  });
  const tap = async (name: string | RegExp) => {
    await main.getByRole("button", { name }).first().click();
    taps += 1;
  };
  let before = "";
  for (let steps = 0; steps < 900; steps++) {
    if (await page.getByText("From what was found, this follows").isVisible()) break;
    const card = await main
      .locator("[data-row]")
      .evaluateAll((rows) => rows.map((row) => row.getAttribute("data-row")).join("|"));
    // The board has places and numbers of its own.
    const place = /Place (\w+) of \d+/.exec(await textOf(main))?.[1] ?? "";
    if (card !== before) {
      cards += 1;
      places.add(place);
      const section = main.locator("> section");
      words += await wordsIn(section);
      const over = await section
        .locator("> div")
        .first()
        .evaluate((panel) => panel.scrollHeight - panel.clientHeight);
      if (over > 0) scrolled += 1;
      before = card;
    }
    const name = (await textOf(forward.first())).replace(/\s+/g, " ").trim();
    if (/^(Set like this\. )?(\d+ as listed L?$|Next|To the decision)/.test(name)) {
      await forward.first().click();
      taps += 1;
      // A second tap at the same spot at once would be taken for a bump.
      await page.waitForTimeout(450);
      continue;
    }
    if (/^First:/.test(name)) {
      await tap("Yes, like this");
      least += 1;
      await page.waitForTimeout(60);
      continue;
    }
    if (/read down/.test(name)) {
      await main.locator("[data-row]").last().scrollIntoViewIfNeeded();
      continue;
    }
    const matter = main.locator("[data-testid=matter][data-said=nothing]");
    const row = main.locator("[data-row]", { has: page.locator("input[inputmode=decimal]") }).first();
    const both = main.getByRole("button", { name: /both ways OK$/ });
    const after = /after: (.+?)( L)?$/.exec(name)?.[1];
    if ((await matter.count()) > 0) {
      await matter.first().getByRole("button", { name: "Same" }).click();
      taps += 1;
      least += 1;
    } else if ((await row.count()) > 0) {
      const text = (await row.textContent()) ?? "";
      const key = await row.getAttribute("data-row");
      const typed = readingsFor(text);
      const fields = row.locator("input[inputmode=decimal]");
      for (const [i, value] of typed.entries()) await fields.nth(i).fill(value);
      await fields.nth(typed.length - 1).press("Enter");
      await main
        .locator(`[data-row="${key}"]`)
        .getByRole("button", { name: /Change$/ })
        .waitFor();
      const digits = typed.join("").length;
      taps += digits + typed.length + 1;
      least += digits + typed.length;
    } else if ((await both.count()) > 0) {
      await both.first().click();
      taps += 1;
      least += 1;
    } else if (after !== undefined) {
      await tap(new RegExp(`^${after.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}: OK$`));
      least += 1;
    } else {
      await tap(/: OK$/);
      least += 1;
    }
    await page.waitForTimeout(30);
  }
  return { taps, least: least + places.size, cards, scrolled, words };
}
