import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { beginWalk, signIn } from "./yard";

async function clean(page: Page, where: string): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"])
    .analyze();
  expect(
    violations.map(
      (v) =>
        `${where}: ${v.id}: ${v.nodes
          .map((n) => n.target.join(" "))
          .slice(0, 3)
          .join(" | ")}`,
    ),
  ).toEqual([]);
}

for (const theme of ["day", "night"]) {
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const) {
    test(`axe finds nothing, ${theme}, ${width} wide, and nothing runs off the side`, async ({
      page,
      baseURL,
    }) => {
      await page.setViewportSize({ width, height });
      const look = async (path: string) => {
        await page.context().addCookies([{ name: "rook-theme", value: theme, url: baseURL ?? "" }]);
        if (path !== "") await page.goto(path);
        await page.waitForLoadState("networkidle");
        await clean(page, path);
        const over = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        );
        expect(over, `${path} runs off by`).toBeLessThanOrEqual(0);
      };
      await look("/sign-in");
      await look(`/verify/${"0".repeat(64)}`);
      await signIn(page, "3001");
      for (const path of ["/shift", "/tagged", "/units", "/units/LM-08", "/units/LM-01", "/units/NO-1"])
        await look(path);
      await page.goto("/tagged");
      for (const link of await page
        .getByRole("link", { name: /^Open/ })
        .evaluateAll((all) => all.map((a) => a.getAttribute("href") ?? "")))
        await look(link);
      await page.goto("/units/LM-08");
      await look((await page.getByRole("link", { name: /min/ }).first().getAttribute("href")) ?? "");

      await signIn(page, "4001");
      for (const path of [
        "/planning",
        "/sheets",
        "/sheets/new",
        "/settings",
        "/units/LM-07",
        "/sheets/pellbridge-rt33",
      ])
        await look(path);
      for (const step of ["Lamps and alarms", "Figures", "Places", "Stop buttons", "Versions"]) {
        await page.getByRole("button", { name: step, exact: true }).click();
        await look("");
      }

      await signIn(page, "2001");
      await beginWalk(page, "LM-06");
      await look("");
      await page
        .getByRole("button", { name: /^Tags and log/ })
        .last()
        .click();
      await clean(page, "conditions");
      await page.keyboard.press("Escape");
      await page.keyboard.press("t");
      await clean(page, "tag out");
      await page.keyboard.press("Escape");
      await page
        .getByRole("button", { name: /Ground station/ })
        .first()
        .click();
      await look("");
      await page.getByRole("button", { name: "Decision" }).click();
      await look("");
    });
  }
}
