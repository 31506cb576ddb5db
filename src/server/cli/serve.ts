import { sql } from "kysely";
import next from "next";
import { databaseUrl, overTls } from "@/server/config";
import { openDatabase } from "@/server/database/database";
import { openDoor } from "@/server/door/door";
import { log } from "@/server/log";

const port = Number(process.argv[2]);
if (!Number.isInteger(port) || port < 1 || port > 65_535)
  throw new Error(`expected a port from 1 to 65535, got ${process.argv[2] ?? "none"}`);
const hostname = process.argv[3] ?? "127.0.0.1";

const nextApp = next({ dev: false, hostname, port });
await nextApp.prepare();
const handle = nextApp.getRequestHandler();
const asks = openDatabase(databaseUrl(), 1, 1500);
const server = openDoor({
  app: (request, response) => handle(request, response),
  databaseAnswers: () =>
    sql`SELECT 1`.execute(asks).then(
      () => true,
      () => false,
    ),
  behindProxy: process.env["ROOK_STEP_BEHIND_PROXY"] === "1",
  overTls: overTls(),
});
server.listen(port, hostname, () => log.info({ hostname, port }, "the app answers"));
for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => process.exit(0));
