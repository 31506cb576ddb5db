// The wind meter stand-in of the demo: a sentence each second to whoever connects over TCP. A hand on it, over HTTP on its second
// port, for rehearsals: POST /cut, /resume, /wind?mean=12&gust=16, and /wind for as it was.
import { createServer as createHand } from "node:http";
import { createServer, type Socket } from "node:net";
import { demoWindMps, type HeldWind, heldWindMps, windSentence } from "@/demo/wind/demo-wind";

const [port, handPort] = process.argv.slice(2).map(Number);
if (port === undefined || handPort === undefined)
  throw new Error("expected two ports: of the meter, and of the hand on it");
const sockets = new Set<Socket>();
let cut = false;
let held: HeldWind | undefined;

createServer((socket) => {
  socket.on("error", () => socket.destroy());
  if (cut) {
    socket.destroy();
    return;
  }
  sockets.add(socket);
  socket.on("close", () => sockets.delete(socket));
  socket.resume();
}).listen(port, "127.0.0.1");

setInterval(() => {
  const ms = Date.now();
  const mps = held === undefined ? demoWindMps(ms) : heldWindMps(ms, held);
  for (const socket of sockets) socket.write(windSentence(mps, ms));
}, 1000);

createHand((request, response) => {
  const { pathname, searchParams } = new URL(request.url ?? "/", "http://127.0.0.1");
  if (request.method !== "POST" || !["/cut", "/resume", "/wind"].includes(pathname)) {
    response.writeHead(404).end("expected POST /cut, /resume, /wind?mean=12&gust=16 or /wind\n");
    return;
  }
  if (pathname === "/cut") {
    cut = true;
    for (const socket of sockets) socket.destroy();
  } else if (pathname === "/resume") cut = false;
  else {
    const mean = Number(searchParams.get("mean"));
    held = mean > 0 ? { mean, gust: Math.max(mean, Number(searchParams.get("gust"))) } : undefined;
  }
  response.end("done\n");
}).listen(handPort, "127.0.0.1");
process.once("SIGTERM", () => process.exit(0));
