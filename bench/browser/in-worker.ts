import type { Page } from "@playwright/test";

/** Posts a message to a web worker of the page made from this source, and gives back what it answers. */
export const inWorker = <Message, Answer>(page: Page, source: string, message: Message): Promise<Answer> =>
  page.evaluate(
    ({ code, sent }) =>
      new Promise<Answer>((done, fail) => {
        const worker = new Worker(URL.createObjectURL(new Blob([code], { type: "text/javascript" })));
        worker.onmessage = (event) => {
          worker.terminate();
          done(event.data as Answer);
        };
        worker.onerror = (event) => fail(new Error(event.message));
        worker.postMessage(sent);
      }),
    { code: source, sent: message },
  );
