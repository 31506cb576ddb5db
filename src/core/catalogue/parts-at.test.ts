import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { parts } from "../vocabulary/parts";
import { checksOf } from "./catalogue";
import { partsAt } from "./parts-at";

describe("the parts of a machine by place", () => {
  it("are every part its checks look at, and none that is not on it", () => {
    for (const sheet of Object.values(demoSheets)) {
      const places = partsAt(sheet);
      const here = new Set(places.flatMap((place) => place.parts));
      const looked = checksOf(sheet)
        .map(({ definition }) => definition.part)
        .filter((part) => parts[part].system !== "workplace" && parts[part].system !== "documents");
      expect([...here].sort(), `${sheet.maker} ${sheet.model}`).toEqual([...new Set(looked)].sort());
      expect(new Set(places.map(({ stop }) => stop)).size, `${sheet.maker} ${sheet.model}`).toBe(
        places.length,
      );
    }
    const scissor = partsAt(demoSheets["dunmarrow-s24"]).flatMap((place) => place.parts);
    expect(scissor).not.toContain("jib");
    expect(scissor).toContain("brakes");
  });
});
