import { mkdtempSync, rmSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuild, startServer } from "./app.mjs";
import { freePort, removeCluster, startCluster } from "./cluster.mjs";
import { run, tail } from "./run.mjs";
import { during, giveUp } from "./say.mjs";

const tenth = "yard_tenth";
const whole = "yard_whole";

/**
 * Makes a yard of 1,000 units with 20,000 signed inspections, and beside it one of 10,000 with 200,000 that it is a part of;
 * then measures both in turn. `--sites N` for a smaller whole.
 */
export async function benchScale(args) {
  const sites = Number(args[args.indexOf("--sites") + 1] ?? 30) || 30;
  const few = Math.max(1, Math.round(sites / 10));
  const folder = ".data/bench-scale";
  removeCluster(folder);
  const cluster = await startCluster(folder, {
    settings: ["-c max_wal_size=4GB", "-c checkpoint_timeout=30min"],
  });
  const keys = mkdtempSync(join(tmpdir(), "rook-step-scale-"));
  const env = { ROOK_STEP_KEYS: keys, ROOK_STEP_DEMO_NOW: "2026-06-10T05:40:00Z", LOG_LEVEL: "silent" };
  const psql = async (database, text) => {
    const done = await run("psql", ["-X", "-At", "-c", text, cluster.url(database)]);
    if (done.code !== 0) giveUp(tail(done.out, 4));
    return done.out.trim();
  };
  const bench = async (file, database, values = []) => {
    const of = { ...env, DATABASE_URL: cluster.url(database) };
    const done = await run(
      process.execPath,
      ["--import", "tsx", join("bench", "scale", file), ...values.map(String)],
      {
        env: of,
      },
    );
    if (done.code !== 0) giveUp(tail(done.out, 20));
  };
  const size = async (database) =>
    Number(await psql(database, "SELECT pg_database_size(current_database())"));
  const seals = async (database) => Number(await psql(database, "SELECT count(*) FROM seal"));
  const fill = async (database) => {
    // A bench that loses its yard makes another: only what is measured syncs to disk.
    await psql(database, `ALTER DATABASE ${database} SET synchronous_commit = off`);
    const parts = availableParallelism();
    await Promise.all(Array.from({ length: parts }, (_, i) => bench("fill.ts", database, [i, parts])));
    await psql(database, `ALTER DATABASE ${database} RESET synchronous_commit`);
    await psql(database, "VACUUM ANALYZE");
  };

  await psql("postgres", `CREATE DATABASE ${tenth}`);
  await bench("yard.ts", tenth, [0, few]);
  const empty = await size(tenth);
  await during(`Signing the inspections of ${few} sites`, () => fill(tenth));
  await psql("postgres", `CREATE DATABASE ${whole} TEMPLATE ${tenth}`);
  await bench("yard.ts", whole, [few, sites]);
  await during(`Signing the inspections of ${sites - few} more`, () => fill(whole));
  const all = await seals(whole);
  const bytes = Math.round(((await size(whole)) - empty) / all);
  await ensureBuild();
  const server = await startServer({ port: await freePort(), databaseUrl: cluster.appUrl(whole), env });
  const result = await run(process.execPath, ["--import", "tsx", join("bench", "scale", "measure.ts")], {
    env: {
      ...env,
      DATABASE_URL: cluster.appUrl(whole),
      BENCH_TENTH: cluster.appUrl(tenth),
      BENCH_WHOLE: cluster.appUrl(whole),
      BENCH_TENTH_SEALS: `${await seals(tenth)}`,
      BENCH_WHOLE_SEALS: `${all}`,
      BENCH_BYTES: `${bytes}`,
      BENCH_URL: server.url,
    },
    show: true,
  });
  await server.stop();
  await cluster.stop("immediate");
  if (!args.includes("--keep")) {
    removeCluster(folder);
    rmSync(keys, { recursive: true, force: true });
  }
  return result.code;
}
