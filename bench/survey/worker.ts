import { questions, searches } from "./cases";

/** Runs in a web worker: the best spots of as many questions as it is asked, and how long each took. The first stands for a page just opened. */
self.onmessage = (event: MessageEvent<number>) => {
  self.postMessage(searches(questions(event.data)));
};
