import { expose } from "comlink";
import loadHighs from "highs";
import { shiftBound } from "@/core/shift/bound/bound";
import type { Morning } from "@/core/shift/morning";
import { type Option, personOptions, unitOptions } from "@/core/shift/options";
import { solveBy } from "./highs-solver";

const wasm = new URL("../../../node_modules/highs/build/highs.wasm", import.meta.url).href;

/** Plans a shift otherwise off the page's own thread. */
const worker = {
  open(): void {},
  units: (...asked: Parameters<typeof unitOptions>): readonly Option[] => unitOptions(...asked),
  people: (...asked: Parameters<typeof personOptions>): readonly Option[] => personOptions(...asked),
  /** Crew-minutes no plan can better; undefined where there are too many crews to say. */
  bound: async (morning: Morning): Promise<number | undefined> =>
    shiftBound(morning, solveBy(await loadHighs({ locateFile: () => wasm })))?.crewMin,
};

export type ShiftWorker = typeof worker;

expose(worker);
