import { route } from "@/server/http/route";
import { listener } from "@/server/live/listen";

export const dynamic = "force-dynamic";

const beatMs = 15_000;

/** Server-sent events: the id of each unit whose ledger has moved, so that an open page reads again. */
export const GET = route(async ({ request }) => {
  const text = new TextEncoder();
  let stop = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (words: string) => {
        try {
          controller.enqueue(text.encode(words));
        } catch {
          stop();
        }
      };
      const age = Number(new URL(request.url).searchParams.get("age") ?? Number.NaN);
      const hear = (unitId: string) => send(`data: ${unitId}\n\n`);
      const deaf = listener().listen(hear, Number.isFinite(age) ? age : undefined);
      // A beat now and then, so that a link that is gone is noticed on both sides.
      const beat = setInterval(() => send(": beat\n\n"), beatMs);
      stop = () => {
        clearInterval(beat);
        deaf();
      };
      request.signal.addEventListener("abort", () => {
        stop();
        try {
          controller.close();
        } catch {
          // Closed by the other side already.
        }
      });
      send("retry: 2000\n\n");
    },
    cancel: () => stop(),
  });
  return new Response(body, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
  });
});
