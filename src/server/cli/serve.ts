import { sql } from "kysely";
import next from "next";
import { clockIsSet, now } from "@/server/clock";
import { databaseUrl, overTls, setting, settingsWrong } from "@/server/config";
import { database, openDatabase } from "@/server/database/database";
import { isDemo } from "@/server/demo/mark";
import { openDoor } from "@/server/door/door";
import { log } from "@/server/log";
import { sendMail, transportOf } from "@/server/mail/send";
import { writeMail } from "@/server/mail/write";
import { policiesThatCame } from "@/server/sites/policy";
import { WindFeeds } from "@/server/wind/feeds";

/** So often it is looked whether something is to be told by mail. */
const tellEveryMs = 10_000;

const wrong = settingsWrong();
if (wrong.length > 0) throw new Error(`the app does not start with these settings:\n  ${wrong.join("\n  ")}`);
const port = Number(process.argv[2]);
if (!Number.isInteger(port) || port < 1 || port > 65_535)
  throw new Error(`expected a port from 1 to 65535, got ${process.argv[2] ?? "none"}`);
const hostname = process.argv[3] ?? "127.0.0.1";

const asks = openDatabase(databaseUrl(), 1, 1500);
await refuseSetClock();

const nextApp = next({ dev: false, hostname, port });
await nextApp.prepare();
const handle = nextApp.getRequestHandler();
const server = openDoor({
  app: (request, response) => handle(request, response),
  databaseAnswers: () =>
    sql`SELECT 1`.execute(asks).then(
      () => true,
      () => false,
    ),
  behindProxy: setting("ROOK_STEP_BEHIND_PROXY") === "1",
  overTls: overTls(),
});
// A policy that was to hold from a day that has come is put in force, at the start and while the server runs.
const policies = async () => {
  try {
    await policiesThatCame(database(), now());
  } catch (error) {
    log.error(
      { error: String(error) },
      "a policy that is to hold could not be put in force; it is tried again",
    );
  }
};
await policies();
setInterval(policies, 30_000).unref();
const wind = new WindFeeds(database());
const follow = () =>
  wind.follow().catch((error: unknown) => {
    log.error({ error: String(error) }, "the wind meters could not be looked up; it is tried again");
  });
await follow();
setInterval(follow, 10_000).unref();
const smtp = setting("ROOK_STEP_SMTP");
if (smtp !== undefined) {
  const transport = transportOf(smtp);
  const origin = setting("ROOK_STEP_URL") ?? `http://${hostname}:${port}`;
  const tell = async () => {
    const failed = (error: unknown) =>
      log.error({ error: String(error) }, "what is told by mail could not be written; it is tried again");
    await writeMail(database(), origin, now()).catch(failed);
    // What is written goes, whatever could not be.
    await sendMail(database(), transport, setting("ROOK_STEP_MAIL_FROM"), now()).catch(failed);
    setTimeout(tell, tellEveryMs).unref();
  };
  setTimeout(tell, tellEveryMs).unref();
}
server.listen(port, hostname, () => log.info({ hostname, port }, "the app answers"));
for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => process.exit(0));

/** The demo may be told what time it is. On a database in use that would let a clearance of yesterday stand. */
async function refuseSetClock(): Promise<void> {
  if (!clockIsSet || (await isDemo(asks))) return;
  throw new Error("expected no ROOK_STEP_DEMO_NOW: it sets the clock of a demo, and this database is none");
}
