import { randomBytes } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { type Asked, log } from "@/server/log";

const idBytes = 8;
const longestPath = 200;

/** By what a request is found in the log: the id a proxy of ours gave it, else one of our own. */
export function requestId(request: IncomingMessage, behindProxy: boolean): string {
  const given = request.headers["x-request-id"];
  if (behindProxy && typeof given === "string" && /^[\w-]{8,64}$/.test(given)) return given;
  return randomBytes(idBytes).toString("hex");
}

/** Answered all the time and of no interest unless it fails. */
const quiet = /^\/(_next\/|api\/(health|live|witness)|service-worker\.js|icon)/;

/** A line for each request once it is answered, or given up by who asked: which, how, how long it took. Never what it held. */
export function noteAnswer(
  request: IncomingMessage,
  response: ServerResponse,
  url: string,
  asked: Asked,
): void {
  const from = performance.now();
  const { method } = request;
  const path = (url.split("?", 1)[0] ?? "/").slice(0, longestPath);
  response.once("close", () => {
    const { statusCode: status } = response;
    const ms = Math.round(performance.now() - from);
    // Who asked is known by now, where that could be told.
    const line = { ...asked, method, path, status, ms };
    if (status >= 500) log.error(line, "answered");
    else if (quiet.test(path) && status < 400) log.debug(line, "answered");
    else if (!response.writableFinished) log.info(line, "given up");
    else log.info(line, "answered");
  });
}
