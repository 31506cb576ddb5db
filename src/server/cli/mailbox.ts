// The mailbox stand-in of the demo: it takes mail over SMTP for anybody and keeps the last hundred letters. They are at GET / of its second
// port as text, and as JSON at /letters; POST /away and /back there have it refuse mail and take it again.
import { createServer } from "node:http";
import { SMTPServer } from "smtp-server";

const [port, windowPort] = process.argv.slice(2).map(Number);
if (port === undefined || windowPort === undefined)
  throw new Error("expected two ports: of the mailbox, and of the window into it");
const most = 100;
const letters: { readonly to: readonly string[]; readonly raw: string }[] = [];
let away = false;

new SMTPServer({
  authOptional: true,
  disabledCommands: ["STARTTLS"],
  onConnect: (_session, done) => done(away ? new Error("the mailbox is away") : undefined),
  onData: (stream, session, done) => {
    const parts: Buffer[] = [];
    stream.on("data", (part: Buffer) => parts.push(part));
    stream.on("end", () => {
      letters.unshift({
        to: session.envelope.rcptTo.map(({ address }) => address),
        raw: Buffer.concat(parts).toString("utf8"),
      });
      letters.length = Math.min(letters.length, most);
      done();
    });
  },
}).listen(port, "127.0.0.1");

createServer((request, response) => {
  if (request.method === "POST" && (request.url === "/away" || request.url === "/back")) {
    away = request.url === "/away";
    response.end("done\n");
  } else if (request.url === "/letters")
    response.writeHead(200, { "content-type": "application/json" }).end(JSON.stringify(letters));
  else
    response
      .writeHead(200, { "content-type": "text/plain; charset=utf-8" })
      .end(letters.map(({ raw }) => raw).join(`\n\n${"-".repeat(72)}\n\n`) || "no letter has come yet\n");
}).listen(windowPort, "127.0.0.1");
process.once("SIGTERM", () => process.exit(0));
