import { createTranslator } from "next-intl";
import { describe, expect, it } from "vitest";
import { subjectOf } from "@/core/proof/faults";
import type { Sheet } from "@/core/sheet/sheet";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import machine from "../../../messages/en/machine.json";
import proof from "../../../messages/en/proof.json";
import sheets from "../../../messages/en/sheets.json";
import type { T } from "../inspect/words";
import { faultWords } from "./words";

const messages = { ...machine, ...sheets, ...proof };

describe("a way to fail, in words", () => {
  it("has words for every part of every demo machine, and none of them shows its code", () => {
    const missing: string[] = [];
    const t = createTranslator({
      locale: "en",
      messages,
      onError: (error) => missing.push(error.message),
    }) as unknown as T;
    for (const sheet of Object.values<Sheet>(demoSheets))
      for (const { fault } of subjectOf(sheet).failed) {
        const words = faultWords(t, fault);
        if (/[a-z]\.[a-z]|_/.test(words)) missing.push(words);
      }
    expect([...new Set(missing)]).toEqual([]);
  });

  it("says what is sensed, and how it is not", () => {
    const t = createTranslator({ locale: "en", messages }) as unknown as T;
    expect(faultWords(t, { component: "coil.lift.up", mode: "stuck_on" })).toBe("Lift valve, up: stays on");
    expect(faultWords(t, { component: "sensor.gate_open", mode: "dead" })).toBe(
      "Sensor for “The gate is open”: never acts",
    );
  });
});
