// The label printer stand-in of the demo: a PDF as it is on a raw TCP port, as label printers take it. What it printed last is at
// GET / of its second port; POST /away and /back there switch it off and on.
import { createServer as createPanel } from "node:http";
import { createServer } from "node:net";

const [port, panelPort] = process.argv.slice(2).map(Number);
if (port === undefined || panelPort === undefined)
  throw new Error("expected two ports: of the printer, and of its panel");
let printed: Buffer | undefined;
let count = 0;
let away = false;

createServer({ allowHalfOpen: true }, (socket) => {
  if (away) {
    socket.destroy();
    return;
  }
  const parts: Buffer[] = [];
  socket.on("error", () => socket.destroy());
  socket.on("data", (part) => parts.push(part));
  socket.on("end", () => {
    const whole = Buffer.concat(parts);
    // A printer that is sent something else jams.
    if (!whole.subarray(0, 5).equals(Buffer.from("%PDF-"))) return void socket.resetAndDestroy();
    printed = whole;
    count += 1;
    socket.end();
  });
}).listen(port, "127.0.0.1");

createPanel((request, response) => {
  if (request.method === "POST" && (request.url === "/away" || request.url === "/back")) {
    away = request.url === "/away";
    response.end("done\n");
  } else if (request.method !== "GET" || printed === undefined)
    response.writeHead(404).end("nothing printed yet; POST /away or /back switches it off and on\n");
  else response.writeHead(200, { "content-type": "application/pdf", "x-labels": `${count}` }).end(printed);
}).listen(panelPort, "127.0.0.1");
process.once("SIGTERM", () => process.exit(0));
