import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { checksOf } from "./catalogue";

describe("movement checks", () => {
  it.each(Object.entries<Sheet>(demoSheets))(
    "of %s try whatever lifts it up as well as down, at each station",
    (_id, sheet) => {
      const ids = checksOf(sheet).map((check) => check.definition.id);
      const lifts = ids.filter((id) => /^move\.(ground|platform)\.(lift|main|tower)\.down$/.test(id));
      if (sheet.power !== "hand_crank") expect(lifts.length).toBeGreaterThan(0);
      for (const down of lifts) expect(ids).toContain(down.replace(/down$/, "up"));
    },
  );
});
