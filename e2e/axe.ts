import axe, { type RunOnly } from "axe-core";
import { expect, type Page } from "./yard";

const standards = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

/** What axe finds wrong with the page as it stands, by rule and place. It is put into a page once, and read there. */
export async function clean(page: Page, where: string, rules?: readonly string[]): Promise<void> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const runOnly = rules === undefined ? { type: "tag", values: standards } : { type: "rule", values: rules };
  const places = await page.evaluate(async (only) => {
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, {
      runOnly: only as RunOnly,
      resultTypes: ["violations"],
    });
    return violations.map(({ id, nodes }) => {
      const targets = nodes.map((n) => n.target.join(" ")).slice(0, 3);
      return `${id}: ${targets.join(" | ")}`;
    });
  }, runOnly);
  expect(places, where).toEqual([]);
}
