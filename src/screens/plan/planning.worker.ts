import { practiceCosts, type Question } from "./practice-costs";

/** Plans off the page's own thread: answers each model it is asked about, in the order they come. */
self.onmessage = (event: MessageEvent<Question>) => {
  self.postMessage(practiceCosts(event.data));
};
