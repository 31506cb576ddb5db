import { answerTo, type ProofAnswer, type ProofQuestion } from "./answer";

/** Runs a walk with every part failed, off the page's own thread. */
self.onmessage = (event: MessageEvent<ProofQuestion>) => {
  try {
    self.postMessage(answerTo(event.data));
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    self.postMessage({ ok: false, why } satisfies ProofAnswer);
  }
};
