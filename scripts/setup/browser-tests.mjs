import { cpSync, existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { cli, ensureBuild, startServer, startStandIn } from "./app.mjs";
import { freePort } from "./cluster.mjs";
import { run, tail } from "./run.mjs";
import { during, say } from "./say.mjs";

/** Browsers at once, each with a server and a yard of its own, so that no test meets another's traces. */
const workers = 2;

/** Builds the app, makes the yards and runs every browser test; gives how many passed and failed. */
export async function browserTests(cluster, work) {
  await ensureBuild();
  const env = {
    ADMIN_DATABASE_URL: cluster.url("postgres"),
    ROOK_STEP_DEMO_NOW: "2026-06-10T05:05:00Z",
    ROOK_STEP_DEMO_DAYS: "12",
    LOG_LEVEL: "silent",
  };
  // One label printer and one mailbox for all of them, each with a port where a test sees what came.
  const [printer, panel, mail, letters] = await freePorts(4);
  const standIns = [
    startStandIn("label-printer", [`${printer}`, `${panel}`]),
    startStandIn("mailbox", [`${mail}`, `${letters}`]),
  ];
  const outside = {
    ROOK_STEP_LABEL_PRINTER: `127.0.0.1:${printer}`,
    ROOK_STEP_SMTP: `smtp://127.0.0.1:${mail}`,
  };
  const yards = await during("Making the yards for the browsers", () => makeYards(cluster, work, env));
  const servers = [];
  for (const own of yards) {
    servers.push(
      await startServer({
        port: await freePort(),
        databaseUrl: cluster.appUrl(own.DATABASE_URL.split("/").at(-1)),
        env: { ...env, ...own, ...outside },
      }),
    );
  }
  const empty = await emptyYard(cluster, work);
  servers.push(empty.server);
  const report = join(work, "browser.json");
  const only = (process.env.E2E_ONLY ?? "").split(" ").filter(Boolean);
  const args = [
    join("node_modules", "@playwright", "test", "cli.js"),
    "test",
    "--reporter=json",
    `--workers=${workers}`,
    ...only,
  ];
  const result = await during("Running the browser tests", () =>
    run(process.execPath, args, {
      env: {
        E2E_URLS: servers
          .filter((server) => server !== empty.server)
          .map((server) => server.url)
          .join(","),
        E2E_EMPTY_URL: empty.server.url,
        E2E_EMPTY_CODE: empty.code,
        E2E_LABEL_PANEL: `http://127.0.0.1:${panel}`,
        E2E_LETTERS: `http://127.0.0.1:${letters}/letters`,
        PLAYWRIGHT_JSON_OUTPUT_NAME: report,
        FORCE_COLOR: "0",
      },
    }),
  );
  await Promise.all(servers.map((server) => server.stop()));
  for (const one of standIns) one.kill();
  if (!existsSync(report)) {
    say(tail(result.out, 40));
    return [0, 1];
  }
  const { suites, stats, errors } = JSON.parse(readFileSync(report, "utf8"));
  for (const error of errors) say(`  ${error.message}`);
  const specs = (list) => list.flatMap((s) => [...(s.specs ?? []), ...specs(s.suites ?? [])]);
  for (const spec of specs(suites).filter((s) => !s.ok)) {
    const { error, stdout } = spec.tests[0]?.results[0] ?? {};
    const said = (stdout ?? []).map(({ text }) => text ?? "").join("");
    say(`  failed: ${spec.title}\n${tail(error?.message ?? "", 20)}\n${tail(said, 60)}`);
  }
  let bad = stats.unexpected + stats.flaky + errors.length;
  for (const own of yards) {
    const verified = await cli("verify", [], { ...env, ...own });
    if (verified.code === 0) continue;
    say(tail(verified.out, 4));
    bad += 1;
  }
  return [stats.expected + yards.length, bad];
}

/** Free ports, none twice. */
async function freePorts(count) {
  const ports = new Set();
  while (ports.size < count) ports.add(await freePort());
  return [...ports];
}

/** A server over a database in which nobody is yet, and the code that opens it. */
async function emptyYard(cluster, work) {
  const name = "rook_browser_empty";
  const env = { LOG_LEVEL: "silent", ROOK_STEP_KEYS: join(work, "keys-empty") };
  const made = await cli("fresh-database", [name], { ADMIN_DATABASE_URL: cluster.url("postgres") });
  const prepared = await cli("prepare", [], { ...env, DATABASE_URL: cluster.url(name) });
  const code = /: (\d{8})$/m.exec(prepared.out)?.[1];
  if (made.code !== 0 || code === undefined)
    throw new Error(`the empty yard could not be made.\n${tail(made.out + prepared.out, 12)}`);
  const server = await startServer({ port: await freePort(), databaseUrl: cluster.appUrl(name), env });
  return { server, code };
}

/** One yard is told, the others are copies of it, each with its own copy of the keys. Gives what each is run with. */
async function makeYards(cluster, work, env) {
  const yards = Array.from({ length: workers }, (_, i) => ({
    name: `rook_browser_${"abcd"[i]}`,
    keys: join(work, `keys-${i}`),
  }));
  const must = async (command, args, more = {}) => {
    const done = await cli(command, args, { ...env, ...more });
    if (done.code !== 0) throw new Error(`the yard could not be made.\n${tail(done.out, 12)}`);
  };
  const owns = yards.map(({ name, keys }) => ({ DATABASE_URL: cluster.url(name), ROOK_STEP_KEYS: keys }));
  const [first, ...others] = yards;
  await must("fresh-database", [first.name]);
  await must("prepare-demo", [], owns[0]);
  for (const { name, keys } of others) {
    await must("fresh-database", [name, first.name]);
    cpSync(first.keys, keys, { recursive: true });
  }
  return owns;
}
