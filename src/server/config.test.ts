import { readFileSync } from "node:fs";
import { afterEach, describe, expect, it } from "vitest";
import { setting, settings, settingsWrong } from "./config";

const good = { DATABASE_URL: "postgres://a:b@127.0.0.1:5432/yard" };

describe("settings", () => {
  afterEach(() => {
    delete process.env["ROOK_STEP_BEHIND_PROXY"];
  });

  it("are all looked at before the app starts, and what is wrong is said at once", () => {
    expect(settingsWrong(good)).toEqual([]);
    expect(settingsWrong({ ...good, ROOK_STEP_URL: "", LOG_LEVEL: "" })).toEqual([]);
    const wrong = settingsWrong({
      DATABASE_URL: "mysql://x",
      ROOK_STEP_URL: "yard.example",
      ROOK_STEP_BEHIND_PROXY: "yes",
      ROOK_STEP_DEMO_NOW: "yesterday",
      ROOK_STEP_DEMO_DAYS: "-1",
      LOG_LEVEL: "loud",
      ROOK_STEP_KEY: "/keys",
    });
    const names = wrong.map((line) => line.split(":")[0]);
    expect(names.sort()).toEqual([
      "DATABASE_URL",
      "LOG_LEVEL",
      "ROOK_STEP_BEHIND_PROXY",
      "ROOK_STEP_DEMO_DAYS",
      "ROOK_STEP_DEMO_NOW",
      "ROOK_STEP_KEY",
      "ROOK_STEP_URL",
    ]);
    expect(wrong.join("\n")).toContain("expected one of");
    expect(settingsWrong({})).toHaveLength(1);
  });

  it("are checked wherever one is read, too", () => {
    expect(setting("ROOK_STEP_BEHIND_PROXY")).toBe("0");
    process.env["ROOK_STEP_BEHIND_PROXY"] = "true";
    expect(() => setting("ROOK_STEP_BEHIND_PROXY")).toThrow(
      /ROOK_STEP_BEHIND_PROXY: expected 1 behind a proxy/,
    );
  });

  it("stand in the manual, each with what it is for", () => {
    const text = readFileSync("docs/running.md", "utf8").replace(/ +/g, " ");
    for (const [name, { description }] of Object.entries(settings.shape))
      expect(text, name).toContain(`| \`${name}\` | ${description} |`);
  });
});
