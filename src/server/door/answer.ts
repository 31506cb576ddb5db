import type { IncomingMessage, ServerResponse } from "node:http";

/** What is held back until it is whole: text, which is looked through or packed. All else goes out as it comes. */
const heldTypes = /^(text\/(?!event-stream)|application\/([\w.+-]*json|javascript|manifest)|image\/svg)/;

/** An answer as the app gave it, before it goes out. Headers are on the response still. */
export interface Whole {
  readonly type: string;
  readonly body: Buffer;
}

/** What goes out instead. */
export type Finish = (whole: Whole) => Promise<Buffer>;

/**
 * Holds back an answer of text until the app has ended it, and sends what `finish` makes of it. Nothing of it is out
 * before, so that its status and headers can still change.
 */
export function holdBack(request: IncomingMessage, response: ServerResponse, finish: Finish): void {
  const write = response.write.bind(response);
  const end = response.end.bind(response);
  const writeHead = response.writeHead.bind(response);
  const flushHeaders = response.flushHeaders.bind(response);
  const chunks: Buffer[] = [];
  let held: boolean | undefined;

  const isHeld = (): boolean => {
    const { statusCode: status } = response;
    held ??=
      request.method !== "HEAD" &&
      status !== 204 &&
      status !== 206 &&
      status !== 304 &&
      response.getHeader("content-encoding") === undefined &&
      heldTypes.test(`${response.getHeader("content-type") ?? ""}`);
    return held;
  };
  const keep = (chunk: unknown, encoding: unknown): void => {
    if (typeof chunk === "string")
      chunks.push(Buffer.from(chunk, (typeof encoding === "string" ? encoding : "utf8") as BufferEncoding));
    else if (chunk instanceof Uint8Array) chunks.push(Buffer.from(chunk));
  };
  const callbackOf = (...all: readonly unknown[]) => all.find((one) => typeof one === "function");

  const writeHeadHere = (status: number, ...rest: readonly unknown[]): ServerResponse => {
    const headers = rest.find((one) => typeof one === "object" && one !== null);
    response.statusCode = status;
    for (const [name, value] of pairsOf(headers)) response.setHeader(name, value);
    return isHeld() ? response : writeHead(status);
  };
  const writeHere = (chunk: unknown, encoding?: unknown, callback?: unknown): boolean => {
    if (!isHeld()) return write(chunk, encoding as BufferEncoding, callback as () => void);
    keep(chunk, encoding);
    const done = callbackOf(encoding, callback);
    if (typeof done === "function") process.nextTick(done as () => void);
    return true;
  };
  const endHere = (chunk?: unknown, encoding?: unknown, callback?: unknown): ServerResponse => {
    const done = callbackOf(chunk, encoding, callback) as (() => void) | undefined;
    const last = typeof chunk === "function" ? undefined : chunk;
    if (!isHeld())
      return end(last, (typeof encoding === "string" ? encoding : "utf8") as BufferEncoding, done);
    keep(last, encoding);
    const type = `${response.getHeader("content-type") ?? ""}`;
    void finish({ type, body: Buffer.concat(chunks) }).then(
      (body) => {
        // From here on it goes out by itself, headers first.
        held = false;
        response.setHeader("content-length", body.length);
        end(body, done);
      },
      (error: unknown) => response.destroy(error instanceof Error ? error : new Error(String(error))),
    );
    return response;
  };
  Object.assign(response, {
    writeHead: writeHeadHere,
    write: writeHere,
    end: endHere,
    flushHeaders: () => {
      if (!isHeld()) flushHeaders();
    },
  });
}

/** Headers as they may be given to `writeHead`: by name, or a list of names and values by turns. */
function pairsOf(headers: unknown): readonly (readonly [string, string | string[]])[] {
  if (Array.isArray(headers))
    return headers.flatMap((name, i) =>
      i % 2 === 0 ? [[`${name}`, headers[i + 1] as string] as const] : [],
    );
  return Object.entries((headers ?? {}) as Record<string, string | string[]>).filter(
    ([, value]) => value !== undefined,
  );
}
