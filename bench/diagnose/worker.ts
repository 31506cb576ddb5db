import { Diagnoser } from "../../src/core/diagnose/diagnose";
import { nextTest } from "../../src/core/diagnose/next-test";
import { seeded } from "../../src/core/vocabulary/seeded";
import { articulatingBoomSheet } from "../../src/demo/sheets/articulating-booms";
import { answersUnder } from "./answers";
import { showing } from "./trials";

/** Runs in a web worker: as many diagnoses as it is asked for, and how long each took, in milliseconds. */
self.onmessage = (event: MessageEvent<number>) => {
  const began = performance.now();
  const diagnoser = new Diagnoser(articulatingBoomSheet);
  const buildMs = performance.now() - began;
  const random = seeded(7);
  // The answers come from another machine: nothing of the one that is timed has been run before.
  const source = new Diagnoser(articulatingBoomSheet);
  const all = showing(source);
  const ms: number[] = [];
  for (let i = 0; i < event.data; i++) {
    const suspect = all[Math.floor(random() * all.length)];
    if (suspect === undefined) continue;
    const answers = answersUnder(source, suspect, random);
    const before = performance.now();
    const { explanations } = diagnoser.diagnose(answers);
    nextTest(diagnoser, explanations, { doer: "technician", asked: new Set() });
    ms.push(performance.now() - before);
  }
  self.postMessage({ buildMs, ms });
};
