import { randomUUID } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import http from "node:http";
import net from "node:net";
import { join } from "node:path";
import { cli, startServer } from "./app.mjs";
import { freePort, removeCluster, startCluster } from "./cluster.mjs";
import { tail } from "./run.mjs";

const pin = "4710";
const atOnce = 12;
const bigBytes = 400_000_000;
const mostGrowthMb = 500;

/**
 * Asks a server of its own whatever a stranger might, and people of each role by mistake: every route and page, every
 * method, ids that are none, bodies that are none, headers nobody sends. Nothing of it may be the server's own failure,
 * two bodies of 400 MB may not be held in memory, and whoever has signed in on their tablet before signs in all the while.
 */
export async function strangers(work, { count, seed }) {
  const folder = ".data/strangers";
  removeCluster(folder);
  const cluster = await startCluster(folder, { fast: true });
  const env = { ROOK_STEP_KEYS: join(work, "stranger-keys"), ROOK_STEP_DEMO_DAYS: "0", LOG_LEVEL: "error" };
  let server;
  try {
    const made = await cli("prepare-demo", [], { ...env, DATABASE_URL: cluster.url("postgres") });
    if (made.code !== 0) return { problems: [tail(made.out, 6)], words: "" };
    let log = "";
    const port = await freePort();
    server = await startServer({
      port,
      databaseUrl: cluster.appUrl("postgres"),
      env,
      log: (data) => {
        log = `${log}${data}`.slice(-200_000);
      },
    });
    return await ask({ port, url: server.url, pid: server.pid, log: () => log }, { count, seed });
  } finally {
    await server?.stop("SIGKILL");
    await cluster.stop("immediate");
    removeCluster(folder);
  }
}

async function ask(server, { count, seed }) {
  const random = randomOf(seed);
  const pick = (list) => list[Math.floor(random() * list.length)];
  const problems = [];
  const seen = new Map();
  const tablet = await signIn(server, "1042", "");
  const cookies = [
    "",
    "",
    ...(await Promise.all(["1041", "2001", "3001", "4001", "5001"].map((b) => signIn(server, b, "")))),
  ];
  const paths = pathsOf();
  const before = memoryMb(server.pid);

  const big = Promise.all([bigPost(server, "/api/sign-in"), bigPost(server, "/api/inspections", cookies[2])]);
  const lockedOut = [];
  let asked = 0;
  const one = async () => {
    while (asked < count) {
      asked += 1;
      if (asked % 250 === 0) {
        const again = await signIn(server, "1042", tablet).catch((error) => String(error));
        if (!again.includes("rook-step")) lockedOut.push(again);
      }
      const cookie = pick(cookies);
      const request = {
        method: pick(methods),
        path: fill(pick(paths), pick, random),
        headers: headersOf(server, pick, random, cookie),
        body: random() < 0.7 ? pick(bodies) : undefined,
      };
      const status = await send(server, request);
      seen.set(status, (seen.get(status) ?? 0) + 1);
      if (status >= 500 || status === 0)
        problems.push(
          `${status}: ${request.method} ${request.path.slice(0, 120)} ${JSON.stringify(request.headers).slice(0, 300)} ${String(request.body ?? "").slice(0, 80)}`,
        );
    }
  };
  await Promise.all(Array.from({ length: atOnce }, one));
  for (const raw of raws) await sendRaw(server.port, raw);
  const bigs = await big;
  const grown = memoryMb(server.pid) - before;
  const health = await fetch(`${server.url}/api/health`);
  if (health.status !== 200) problems.push(`afterwards health says ${health.status}`);
  if (grown > mostGrowthMb) problems.push(`the server grew by ${grown} MB`);
  if (bigs.some((status) => status !== 413 && status !== 401))
    problems.push(`two of 400 MB: ${bigs.join(", ")}`);
  if (lockedOut.length > 0) problems.push(`locked out on their own tablet: ${lockedOut[0]}`);
  if (problems.length > 0) problems.push(tail(server.log(), 30));
  const statuses = [...seen].sort(([a], [b]) => a - b).map(([status, n]) => `${n} of ${status}`);
  const words = `  ${asked} requests nobody should send: ${statuses.join(", ")}; two bodies of 400 MB: ${bigs.join(", ")}; memory grew by ${grown} MB at most`;
  return { problems, words };
}

const methods = [
  "GET",
  "GET",
  "GET",
  "POST",
  "POST",
  "POST",
  "PUT",
  "DELETE",
  "HEAD",
  "PATCH",
  "OPTIONS",
  "TRACE",
];
const deep = (n) => `${"[".repeat(n)}${"]".repeat(n)}`;
const bodies = [
  "",
  "{",
  "null",
  "[]",
  "{}",
  "0",
  '"x"',
  "true",
  "\u0000",
  '{"a":"\\u0000"}',
  '{"badge":"1041","pin":"0000"}',
  '{"badge":1041,"pin":{}}',
  '{"badge":"\\ud800","pin":"4710"}',
  '{"events":{}}',
  '{"events":[null,1,"x",{}]}',
  '{"events":[{"id":"x","inspectionId":"y","deviceId":"\\u0000","seq":1e999}]}',
  deep(100),
  deep(50_000),
  '{"unitId":"x"}',
  `{"unitId":"${randomUUID()}"}`,
  `{"unitId":"${randomUUID()}","scope":"full","ask":true}`,
  '{"__proto__":{"admin":true}}',
  '{"constructor":{"prototype":{}}}',
  '{"outcome":"cleared","eventCount":-1}',
  `{"outcome":"cleared","eventCount":0,"eventsHash":"${"0".repeat(64)}","signature":{"kind":"drawn","path":"url(#x)"}}`,
  `{"word":{"personId":"${randomUUID()}","at":"x"},"signed":"a.b"}`,
  '{"says":"\\u0000","tagId":"x"}',
  '{"reason":"leak","note":"\\u0000\\ud800"}',
  '{"taken":"yes"}',
  '{"name":"\\u0000"}',
  '{"why":"\\u0000\\u0000\\u0000"}',
  '{"work":"x","disturbed":["\\u0000"],"cause":1}',
  '{"figure":"length","value":1e308,"source":"\\u0000"}',
  '{"kind":"collision","note":"\\u0000 x"}',
  '{"examiner":"x","licence":"x","examinedOn":"9999-99-99","nextDue":"-1","document":"x"}',
  '{"examiner":"a\\u0000b","licence":"xx","examinedOn":"2026-01-01","nextDue":"2027-01-01","document":"xx"}',
  '{"sheetId":"\\u0000","from":"stowed","state":{},"action":{}}',
  '{"publicKey":"AAAA","deviceId":"x"}',
  '{"from":-1,"note":"\\u0000","sheet":{}}',
  "x".repeat(100_000),
  `{"a":"${"y".repeat(3_000_000)}"}`,
  "\ufeff{}",
  Buffer.from([0xff, 0xfe, 0x00, 0x80, 0xc3]),
];
const ids = [
  () => randomUUID(),
  () => "00000000-0000-0000-0000-000000000000",
  () => "x",
  () => "0",
  () => "-1",
  () => "null",
  () => "undefined",
  () => "%00",
  () => "a%00b",
  () => "%ff",
  () => "%E0%A4%A",
  () => "%",
  () => "..",
  () => "%2e%2e%2f",
  () => "a".repeat(900),
  () => "a".repeat(5000),
  () => "%F0%9F%9A%9C",
  () => "%ED%A0%80",
  () => "LM-07",
  () => "lm%2007",
  () => "'%3B%20DROP%20TABLE%20tag--",
  () => "1e309",
  () => "[id]",
  () => "%5Bid%5D",
  () => "__proto__",
  () => "constructor",
  () => "{}",
  () => "low-meadow",
  () => "sorrel-v20",
  () => "a".repeat(64),
  () => "%0d%0aset-cookie:x",
  () => "*",
  () => "a%5cb",
  () => "a;b=c",
  () => "50%",
  () => "LM-07%09",
];
/** Those that read as an address at all. */
const readable = ids.filter((id) => {
  try {
    const plain = decodeURIComponent(id());
    return id().length < 2000 && ![...plain].some((sign) => sign < " " || sign === "\\");
  } catch {
    return false;
  }
});
const queries = [
  "",
  "",
  "",
  "?from=-1&size=x",
  "?age=1e999",
  "?_rsc=x",
  "?q=%00",
  "?%",
  "?a=".concat("b".repeat(500)),
  "?page=-1",
  "?a[]=1&a[]=2",
];
const raws = [
  "GET / HTTP/1.1\r\n\r\n",
  "GET http:// HTTP/1.1\r\nhost: x\r\n\r\n",
  "\u0000\u0000\r\n\r\n",
  "POST /api/sign-in HTTP/1.1\r\nhost: x\r\ncontent-length: -1\r\n\r\n",
  "POST /api/sign-in HTTP/1.1\r\nhost: x\r\ncontent-length: 5\r\ntransfer-encoding: chunked\r\n\r\n0\r\n\r\n",
  `GET / HTTP/1.1\r\nhost: x\r\nx: ${"y".repeat(40_000)}\r\n\r\n`,
  "GET //x HTTP/1.1\r\nhost: x\r\n\r\n",
  "CONNECT x:1 HTTP/1.1\r\nhost: x\r\n\r\n",
  "GET / HTTP/1.1\r\nhost: x\r\nupgrade: websocket\r\nconnection: upgrade\r\n\r\n",
  "POST /api/sign-in HTTP/1.1\r\nhost: x\r\norigin: http://x\r\ncontent-length: 100\r\n\r\n{",
];

function headersOf(server, pick, random, cookie) {
  const headers = { ...(cookie === "" ? {} : { cookie }) };
  const maybe = (name, ...values) => {
    if (random() < 0.15) headers[name] = pick(values);
  };
  headers.origin =
    random() < 0.6 ? server.url : pick(["", "null", "http://[", "http://elsewhere.test", "x", "file://"]);
  if (headers.origin === "" && random() < 0.5) delete headers.origin;
  headers["content-type"] = pick([
    "application/json",
    "text/plain",
    "multipart/form-data",
    "multipart/form-data; boundary=x",
    "",
    "application/x-www-form-urlencoded",
  ]);
  maybe(
    "authorization",
    "Bearer",
    "Bearer ",
    "Bearer x",
    "Basic x",
    `Bearer ${"x".repeat(3000)}`,
    "bearer rk_demo_low_meadow_6f1d94c2",
  );
  maybe(
    "cookie",
    "rook-step.session_token=%E0%A4%A",
    "rook-step.session_token=a.b",
    "rook-language=%",
    "rook-tablet=a.b",
    "rook-tablet=",
    ";;;=;",
    "rook-theme=<script>",
    `rook-step.session_token=${"x".repeat(4000)}`,
  );
  maybe("next-action", "x", "0".repeat(40));
  maybe("rsc", "1", "x");
  maybe("next-router-state-tree", "%", "x", "%5B%5D", "null");
  maybe("next-router-prefetch", "1", "2", "x");
  maybe("accept-encoding", "br;q=0", "gzip", "identity", "*", ";;", "br,gzip");
  maybe("accept-language", "xx", "en;q=x", "\u00ff");
  maybe("x-forwarded-for", "1.2.3.4", "x", "::1");
  maybe("x-rook-signed", "x", "a.b", "a.b.c");
  maybe("range", "bytes=0-0", "bytes=x");
  maybe("if-none-match", "*", 'W/"x"');
  maybe("expect", "100-continue");
  return headers;
}

function fill(template, pick, random) {
  const path = template.replace(/\[\w+\]/g, () => (random() < 0.6 ? pick(readable) : pick(ids))());
  const odd =
    random() < 0.04
      ? pick([
          "//",
          "/.",
          "/%2f",
          "/\\",
          "/_next/data/x/y.json",
          "/_next/image?url=x",
          "/_next/static/../../package.json",
          "/api",
          "/api/none",
          "/__nextjs_x",
        ])
      : path;
  return `${odd}${pick(queries)}`;
}

/** Every page and route of the app, by its folder. */
function pathsOf() {
  const files = readdirSync("src/app", { recursive: true })
    .map(String)
    .filter((file) => /(route\.ts|page\.tsx)$/.test(file));
  const paths = files
    .map((file) => `/${file.replace(/\/?(route\.ts|page\.tsx)$/, "")}`)
    .filter((path) => path !== "/api/live");
  return [...paths, ...paths.filter((path) => path.startsWith("/api/"))].map((path) =>
    path === "/inspect" ? "/inspect/[id]" : path,
  );
}

/** Gives the status of a request as it is sent, its path untouched; 0 where there was no answer. */
function send({ port }, { method, path, headers, body }) {
  return new Promise((done) => {
    let request;
    try {
      request = http.request(
        { host: "127.0.0.1", port, method, path, headers, agent: false, timeout: 20_000 },
        (answer) => {
          answer.resume();
          answer.once("end", () => done(answer.statusCode ?? 0));
          answer.once("error", () => done(answer.statusCode ?? 0));
        },
      );
    } catch {
      // A request Node itself does not make.
      done(-1);
      return;
    }
    let answered = false;
    request.once("response", () => {
      answered = true;
    });
    request.once("timeout", () => request.destroy());
    // What is still being sent when the answer comes may be cut off.
    request.once("error", (error) => {
      if (!answered) done(error.code === "EPIPE" || error.code === "ECONNRESET" ? -2 : 0);
    });
    request.end(body);
  });
}

const sendRaw = (port, text) =>
  new Promise((done) => {
    const socket = net.connect(port, "127.0.0.1", () => socket.write(text));
    const late = setTimeout(() => socket.destroy(), 300);
    socket.on("data", () => undefined);
    socket.on("error", () => undefined);
    socket.once("close", () => {
      clearTimeout(late);
      done();
    });
  });

/** Sends 400 MB of nothing without saying how long it is; gives the status. */
function bigPost({ port, url }, path, cookie = "") {
  return new Promise((done) => {
    const headers = {
      origin: url,
      cookie,
      "content-type": "application/json",
      "transfer-encoding": "chunked",
    };
    const request = http.request(
      { host: "127.0.0.1", port, method: "POST", path, headers, agent: false },
      (answer) => {
        answer.resume();
        done(answer.statusCode ?? 0);
        request.destroy();
      },
    );
    request.on("error", () => done(-2));
    const chunk = Buffer.alloc(1_000_000, 32);
    let sent = 0;
    const more = () => {
      while (sent < bigBytes && !request.destroyed) {
        sent += chunk.length;
        if (!request.write(chunk)) {
          request.once("drain", more);
          return;
        }
      }
      request.end();
    };
    more();
  });
}

async function signIn({ url }, badge, cookie) {
  const answer = await fetch(`${url}/api/sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: url, cookie },
    body: JSON.stringify({ badge, pin }),
  });
  if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
  const set = answer.headers.getSetCookie().map((one) => one.split(";")[0]);
  return [...set, ...cookie.split("; ").filter((one) => one.startsWith("rook-tablet="))].join("; ");
}

/** The most memory a process group's server has held, in MB. */
const memoryMb = (pid) =>
  Math.round(Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024);

/** Numbers in [0, 1) from a seed (mulberry32). */
function randomOf(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
