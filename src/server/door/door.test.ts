import { createHash } from "node:crypto";
import http from "node:http";
import type { AddressInfo } from "node:net";
import { brotliDecompressSync } from "node:zlib";
import { afterEach, describe, expect, it } from "vitest";
import { answering } from "@/server/log";
import { type DoorSettings, openDoor } from "./door";

type App = DoorSettings["app"];
let server: http.Server | undefined;
afterEach(() => server?.close());

/** Asks a door with such an app behind it, the path as it is written. */
async function ask(
  app: App,
  {
    path = "/",
    method = "GET",
    headers = {} as http.OutgoingHttpHeaders,
    away = false,
    behindProxy = false,
  } = {},
) {
  server?.close();
  server = openDoor({ app, databaseAnswers: async () => !away, behindProxy, overTls: false });
  await new Promise<void>((done) => server?.listen(0, "127.0.0.1", done));
  const { port } = server.address() as AddressInfo;
  return new Promise<{ status: number; headers: http.IncomingHttpHeaders; body: Buffer }>((done, fail) => {
    const request = http.request({ port, path, method, headers, agent: false }, (answer) => {
      const chunks: Buffer[] = [];
      answer.on("data", (chunk: Buffer) => chunks.push(chunk));
      answer.on("end", () =>
        done({ status: answer.statusCode ?? 0, headers: answer.headers, body: Buffer.concat(chunks) }),
      );
    });
    request.on("error", fail).end();
  });
}

/** An app that answers a type with a text, in pieces, the way a page is rendered. */
const answers =
  (type: string, text: string, status = 200): App =>
  async (_, response) => {
    response.writeHead(status, { "content-type": type });
    for (const piece of text.match(/[\s\S]{1,7}/g) ?? []) response.write(piece);
    response.end();
  };
const told: App = async (request, response) => {
  const { url, headers } = request;
  response.setHeader("content-type", "application/json");
  response.end(
    JSON.stringify({ url, from: headers["x-forwarded-for"], state: headers["next-router-state-tree"] }),
  );
};
const read = (body: Buffer) => JSON.parse(body.toString()) as Record<string, string>;

describe("the door", () => {
  it("gives each request an id by which the log tells of it, and takes none from a stranger", async () => {
    const app: App = async (request, response) => {
      await new Promise((done) => setTimeout(done, 5));
      response.setHeader("content-type", "application/json");
      const { request: logged } = answering.getStore() ?? {};
      response.end(JSON.stringify({ logged, seen: request.headers["x-request-id"] }));
    };
    const first = await ask(app);
    expect((await ask(app)).headers["x-request-id"]).not.toBe(first.headers["x-request-id"]);
    const given = { headers: { "x-request-id": "from-a-stranger" } };
    const own = await ask(app, given);
    const id = `${own.headers["x-request-id"]}`;
    expect(id).toMatch(/^[0-9a-f]{16}$/);
    expect(read(own.body)).toEqual({ logged: id, seen: id });
    const proxied = await ask(app, { ...given, behindProxy: true });
    expect(proxied.headers["x-request-id"]).toBe("from-a-stranger");
    const forged = await ask(app, { headers: { "x-request-id": "a b" }, behindProxy: true });
    expect(forged.headers["x-request-id"]).toMatch(/^[0-9a-f]{16}$/);
  });

  it("names each script written into a page, and none besides its own files", async () => {
    const page =
      '<p>é</p><script>one("é")</script><script src="/a.js" async></script><script id="x">two()</script>';
    const { headers, body } = await ask(answers("text/html; charset=utf-8", page));
    expect(body.toString()).toBe(page);
    const policy = `${headers["content-security-policy"]}`;
    const hashes = ['one("é")', "two()"].map(
      (script) => `'sha256-${createHash("sha256").update(script).digest("base64")}'`,
    );
    expect(policy).toContain(`script-src 'self' 'wasm-unsafe-eval' ${hashes.join(" ")};`);
    expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/);
  });

  it("says in plain words that the database is away, and leaves other failures as they are", async () => {
    const fails = answers("text/html", "<h1>Something went wrong</h1>", 500);
    const away = await ask(fails, { away: true, headers: { cookie: "rook-language=es" } });
    expect([away.status, away.headers["retry-after"], away.headers["cache-control"]]).toEqual([
      503,
      "5",
      "no-store",
    ]);
    expect(away.body.toString()).toContain("<h1>La base de datos no responde</h1>");
    expect((await ask(fails)).status).toBe(500);
  });

  it("packs text for whoever takes it so, sends other things as they come, and keeps an answer without a body", async () => {
    const long = "lift ".repeat(1000);
    const headers = { "accept-encoding": "gzip;q=0, br" };
    const packed = await ask(answers("text/plain", long), { headers });
    expect(packed.headers["content-encoding"]).toBe("br");
    expect(brotliDecompressSync(packed.body).toString()).toBe(long);
    expect((await ask(answers("text/plain", long))).headers["content-encoding"]).toBeUndefined();
    const stream = await ask(answers("text/event-stream", long), { headers });
    expect([stream.headers["content-encoding"], stream.body.length]).toEqual([undefined, long.length]);
    const none = await ask(async (_, response) => void response.writeHead(304).end(), { headers });
    expect([none.status, none.body.length]).toEqual([304, 0]);
  });

  it("refuses what nothing of the app could answer, before the app hears of it", async () => {
    const never: App = async () => {
      throw new Error("expected the app not to be asked");
    };
    const status = async (path: string, method = "GET") => (await ask(never, { path, method })).status;
    expect(await status("/units/%ff")).toBe(400);
    expect(await status("/units/LM%00")).toBe(400);
    expect(await status("//elsewhere.test")).toBe(400);
    expect(await status(`/${"a".repeat(3000)}`)).toBe(414);
    expect(await status("/shift", "POST")).toBe(405);
    expect(await status("/api/units", "PATCH")).toBe(405);
  });

  it("lets every request to tag out through, whatever stands for its plate", async () => {
    for (const [plate, as] of [
      ["LM-07%09", "LM-07%09"],
      ["50%", "50%25"],
      ["%ff", "%25ff"],
      ["a".repeat(3000), "a".repeat(3000)],
    ]) {
      const { status, body } = await ask(told, { path: `/api/units/${plate}/tags`, method: "POST" });
      expect([status, read(body)["url"]]).toEqual([200, `/api/units/${as}/tags`]);
    }
  });

  it("says itself where a request comes from, and drops a router state that does not read", async () => {
    const forged = { "x-forwarded-for": "203.0.113.9", "next-router-state-tree": "%7B" };
    expect(read((await ask(told, { headers: forged })).body)).toEqual({ url: "/", from: "127.0.0.1" });
    const state = encodeURIComponent(JSON.stringify(["", { children: ["shift", {}] }]));
    const sound = await ask(told, { headers: { "next-router-state-tree": state } });
    expect(read(sound.body)["state"]).toBe(state);
  });
});
