import { Readable } from "node:stream";

/** An answer that is written as it is read: nothing of it is held in memory at once. */
export const streamed = (text: AsyncIterable<string>, headers: Readonly<Record<string, string>>): Response =>
  new Response(Readable.toWeb(Readable.from(text).map((one: string) => Buffer.from(one))) as ReadableStream, {
    headers: { ...headers, "cache-control": "no-store" },
  });
