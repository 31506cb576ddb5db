import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import { type Asked, answering, log } from "@/server/log";
import { holdBack, type Whole } from "./answer";
import { isRouterState, refusalOf, tagOutAddress } from "./asked";
import { awayPage } from "./away";
import { Packer, packingFor } from "./packed";
import { pagePolicy } from "./policy";
import { noteAnswer, requestId } from "./request-id";

/** Long enough for a batch of events over a weak signal, and no longer. */
const requestTimeoutMs = 120_000;
const headersTimeoutMs = 20_000;
const mostHeaderBytes = 16_384;

export interface DoorSettings {
  /** The app behind it. */
  readonly app: (request: IncomingMessage, response: ServerResponse) => Promise<void>;
  /** Whether the database answers now: asked only once something has failed. */
  readonly databaseAnswers: () => Promise<boolean>;
  /** A proxy of ours is before it, which says where a request comes from. */
  readonly behindProxy: boolean;
  /** Reached over TLS, so that a browser may be told never to come otherwise. */
  readonly overTls: boolean;
}

/**
 * The one door of the app: what it can do nothing with is refused before anything is read of it, every page names the
 * scripts it may run, and a page that fails because the database is away says so, with the status that means it.
 */
export function openDoor({ app, databaseAnswers, behindProxy, overTls }: DoorSettings): Server {
  const packer = new Packer();
  const server = createServer({ maxHeaderSize: mostHeaderBytes }, (request, response) => {
    const url = request.url ?? "/";
    const id = requestId(request, behindProxy);
    request.headers["x-request-id"] = id;
    response.setHeader("x-request-id", id);
    const asked: Asked = { request: id };
    noteAnswer(request, response, url, asked);
    if (overTls) response.setHeader("strict-transport-security", "max-age=31536000; includeSubDomains");
    const tagOut = tagOutAddress(request.method ?? "", url);
    const refusal = tagOut === undefined ? refusalOf(request.method ?? "", url) : undefined;
    if (refusal !== undefined) {
      refuse(response, refusal.status, refusal.detail);
      return;
    }
    if (tagOut !== undefined) request.url = tagOut;
    // The app has no actions of that kind: nobody is to look for one. A state that does not read is as none.
    delete request.headers["next-action"];
    const state = request.headers["next-router-state-tree"];
    if (state !== undefined && !isRouterState(`${state}`)) delete request.headers["next-router-state-tree"];
    // Whatever a client says of where it comes from, this is where it does.
    if (!behindProxy) request.headers["x-forwarded-for"] = request.socket.remoteAddress ?? "";
    if (url.startsWith("/api/")) response.setHeader("cache-control", "no-store");
    holdBack(request, response, (whole) => finished(request, response, whole));
    answering
      .run(asked, () => app(request, response))
      .catch((error: unknown) => {
        log.error({ url, error: error instanceof Error ? error.stack : String(error) }, "the app failed");
        if (!response.headersSent) refuse(response, 500, "something went wrong on the server; try again");
      });
  });
  server.requestTimeout = requestTimeoutMs;
  server.headersTimeout = headersTimeoutMs;
  server.on("clientError", (error: NodeJS.ErrnoException, socket) => {
    if (error.code === "ECONNRESET" || !socket.writable) return;
    const status =
      error.code === "HPE_HEADER_OVERFLOW" ? "431 Request Header Fields Too Large" : "400 Bad Request";
    socket.end(`HTTP/1.1 ${status}\r\nconnection: close\r\n\r\n`);
  });
  return server;

  async function finished(request: IncomingMessage, response: ServerResponse, whole: Whole): Promise<Buffer> {
    let { body } = whole;
    if (whole.type.startsWith("text/html")) {
      if (response.statusCode >= 500 && !(await databaseAnswers())) {
        response.statusCode = 503;
        response.setHeader("retry-after", "5");
        response.setHeader("cache-control", "no-store");
        body = Buffer.from(awayPage(request.headers.cookie ?? ""));
      }
      response.setHeader("content-security-policy", pagePolicy(body.toString("utf8")));
    }
    const packing = packingFor(`${request.headers["accept-encoding"] ?? ""}`);
    response.appendHeader("vary", "accept-encoding");
    if (packing === undefined) return body;
    const stays = `${response.getHeader("cache-control") ?? ""}`.includes("immutable");
    const packed = await packer.pack(
      body,
      packing,
      stays && response.statusCode === 200 ? request.url?.split("?", 1)[0] : undefined,
    );
    if (packed === undefined) return body;
    response.setHeader("content-encoding", packing);
    return packed;
  }
}

/** Answers with problem details, and reads nothing of what was sent. */
function refuse(response: ServerResponse, status: number, detail: string): void {
  response.writeHead(status, {
    "content-type": "application/problem+json",
    "cache-control": "no-store",
    connection: "close",
  });
  response.end(
    JSON.stringify({ type: "/problems/bad-request", title: "This cannot be answered.", status, detail }),
  );
}
