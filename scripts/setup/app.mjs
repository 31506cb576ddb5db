import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { run, tail } from "./run.mjs";
import { during, giveUp } from "./say.mjs";
import { buildServiceWorker } from "./service-worker.mjs";

/** Runs one of the server's own commands (TypeScript, under src/server/cli). */
export const cli = (name, args, env, options = {}) =>
  run(process.execPath, ["--import", "tsx", join("src", "server", "cli", `${name}.ts`), ...args], {
    env,
    ...options,
  });

/** Starts a stand-in for an outside device, one of the server's own commands that goes on until it is stopped. */
export function startStandIn(name, args) {
  const child = spawn(
    process.execPath,
    ["--import", "tsx", join("src", "server", "cli", `${name}.ts`), ...args],
    { stdio: ["ignore", "ignore", "inherit"] },
  );
  process.once("exit", () => child.kill("SIGKILL"));
  return child;
}

/** Builds the app, unless the last build is of these very sources. */
export async function ensureBuild(env = {}) {
  const wanted = sourcesHash();
  const stamp = join(".next", "rook-step-sources");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  await during("Building the app", async () => {
    const built = await run(
      process.execPath,
      [join("node_modules", "next", "dist", "bin", "next"), "build"],
      {
        env: { NEXT_TELEMETRY_DISABLED: "1", ...env },
      },
    );
    if (built.code !== 0) giveUp(`the build failed.\n${tail(built.out, 30)}`);
    await buildServiceWorker(".next");
    writeFileSync(stamp, wanted);
  });
}

function sourcesHash() {
  const hash = createHash("sha256");
  const add = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!path.endsWith(".test.ts")) hash.update(path).update(readFileSync(path));
  };
  for (const path of [
    "src",
    "messages",
    "package-lock.json",
    "next.config.ts",
    "postcss.config.mjs",
    "tsconfig.json",
  ])
    add(path);
  return hash.digest("hex");
}

/** Starts the production server and waits until it answers. */
export async function startServer({ port, databaseUrl, env = {}, log }) {
  const url = `http://127.0.0.1:${port}`;
  const child = spawn(
    process.execPath,
    ["--import", "tsx", join("src", "server", "cli", "serve.ts"), `${port}`],
    {
      env: {
        ...process.env,
        NODE_ENV: "production",
        NEXT_TELEMETRY_DISABLED: "1",
        ROOK_STEP_URL: url,
        ...env,
        // The app is no owner of its database, whatever prepared it was.
        DATABASE_URL: databaseUrl,
      },
      stdio: ["ignore", "pipe", "pipe"],
      detached: true,
    },
  );
  let out = "";
  const take = (data) => {
    out = `${out}${data}`.slice(-20_000);
    log?.(data);
  };
  child.stdout.on("data", take);
  child.stderr.on("data", take);
  const ended = new Promise((resolve) => child.once("exit", (code) => resolve(code)));
  const kill = (signal) => {
    try {
      process.kill(-child.pid, signal);
    } catch {
      // Already gone.
    }
  };
  const stop = async (signal = "SIGTERM") => {
    kill(signal);
    const late = setTimeout(() => kill("SIGKILL"), 5000);
    await ended;
    clearTimeout(late);
  };
  process.once("exit", () => kill("SIGKILL"));
  for (let tries = 0; tries < 150; tries++) {
    if (child.exitCode !== null) giveUp(`the server did not start.\n${tail(out, 8)}`);
    try {
      const answer = await fetch(`${url}/api/health`);
      if (answer.ok) return { url, stop, ended, pid: child.pid };
    } catch {
      // Not listening yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await stop();
  giveUp(`the server did not answer within 30 s.\n${tail(out, 8)}`);
}
