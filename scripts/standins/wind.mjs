// The wind meter stand-in: speaks as one does, an open NMEA 0183 sentence of kind MWV each second to whoever connects over TCP.
// A hand on it, for rehearsals: POST /cut, /resume, /wind?mean=12&gust=16, /wind (as it was) to its second port.
// node scripts/standins/wind.mjs PORT HAND_PORT. Node built-ins only.
import { createServer as createHand } from "node:http";
import { createServer } from "node:net";

const [port, handPort] = process.argv.slice(2).map(Number);
const sockets = new Set();
let cut = false;
let held;

/** Rises and falls over the hour and is never still: the same wind for the same second. */
export function windAt(ms) {
  const minutes = ms / 60_000;
  const mean =
    4.6 + 1.6 * Math.sin((2 * Math.PI * minutes) / 67) + 0.7 * Math.sin((2 * Math.PI * minutes) / 13);
  const s = ms / 1000;
  const restless =
    Math.sin(s / 1.9) * Math.sin(s / 5.3 + 1) + 0.7 * Math.sin(s / 11.7 + 2) * Math.sin(s / 3.1);
  return Math.max(0.2, mean * (1 + 0.28 * restless));
}

const heldAt = (ms, { mean, gust }) => mean + (gust - mean) * Math.max(0, Math.sin(ms / 9000)) ** 2;

function sentence(ms) {
  const speed = (held === undefined ? windAt(ms) : heldAt(ms, held)).toFixed(1);
  const body = `WIMWV,${(225 + 12 * Math.sin(ms / 40_000)).toFixed(1)},T,${speed},M,A`;
  const sum = [...body].reduce((all, c) => all ^ c.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, "0")}\r\n`;
}

if (Number.isInteger(port)) {
  const server = createServer((socket) => {
    if (cut) return void socket.destroy();
    sockets.add(socket);
    socket.on("error", () => socket.destroy());
    socket.on("close", () => sockets.delete(socket));
    socket.resume();
  });
  server.listen(port, "127.0.0.1");
  setInterval(() => {
    for (const socket of sockets) socket.write(sentence(Date.now()));
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
      held = mean > 0 ? { mean, gust: Math.max(mean, Number(searchParams.get("gust")) || mean) } : undefined;
    }
    response.end("done\n");
  }).listen(handPort, "127.0.0.1");
}
