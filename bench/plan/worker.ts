import { telescopicBoomSheet } from "../../src/demo/sheets/telescopic-booms";
import { p95, planTimesMs } from "./measure";

/** Runs in a web worker: answers each message, a number of plans, with the 95th percentile of their milliseconds. */
self.onmessage = (event: MessageEvent<number>) => {
  self.postMessage(p95(planTimesMs(telescopicBoomSheet, event.data, () => performance.now())));
};
