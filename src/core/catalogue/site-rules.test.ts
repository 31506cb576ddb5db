import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { cautiousPolicy, defaultPolicy } from "../vocabulary/policy";
import { checksOf } from "./catalogue";
import { type SiteRule, siteRules, siteRulesAt } from "./site-rules";

describe("a rule of the site", () => {
  it("is told where it is kept on every machine it concerns, and nowhere where the policy says nothing", () => {
    for (const sheet of Object.values(demoSheets)) {
      const told = new Map<SiteRule, string[]>();
      for (const { definition } of checksOf(sheet)) {
        expect(siteRulesAt(defaultPolicy, definition)).toEqual([]);
        for (const rule of siteRulesAt(cautiousPolicy, definition))
          told.set(rule, [...(told.get(rule) ?? []), definition.id]);
      }
      const charged = checksOf(sheet).some(({ definition }) => definition.id === "park.charging");
      expect([...told.keys()].sort(), sheet.model).toEqual(
        siteRules.filter((rule) => rule !== "site_disconnect_first" || charged).sort(),
      );
    }
  });
});
