import { telescopicBoomSheet } from "../../src/demo/sheets/telescopic-booms";
import { stepsPerSecond } from "./script";

/** Runs in a web worker: answers each message, a number of seconds, with steps a second. */
self.onmessage = (event: MessageEvent<number>) => {
  self.postMessage(stepsPerSecond(telescopicBoomSheet, event.data, () => performance.now()));
};
