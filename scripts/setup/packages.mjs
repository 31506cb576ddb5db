import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statfsSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { run, tail } from "./run.mjs";
import { during, giveUp } from "./say.mjs";

const postgresHome = "/usr/lib/postgresql";

/** The newest installed PostgreSQL's programs, or undefined. */
export function postgresBin() {
  if (!existsSync(postgresHome)) return undefined;
  const versions = readdirSync(postgresHome).filter((v) =>
    existsSync(join(postgresHome, v, "bin", "initdb")),
  );
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest === undefined ? undefined : join(postgresHome, newest, "bin");
}

export const chromiumPath = "/usr/bin/chromium";

/** Installs what is missing: Debian's packages, then the npm packages of the lock file. */
export async function ensurePackages({ browser }) {
  const [major] = process.versions.node.split(".");
  if (Number(major) < 20)
    giveUp(
      `Node.js 20 or newer is needed, this is ${process.version}; install it and run the command again.`,
    );
  const disk = statfsSync(".");
  if (disk.bavail * disk.bsize < 2e9)
    giveUp("less than 2 GB of disk is free here; make room and run the command again.");
  const missing = [];
  if (postgresBin() === undefined) missing.push("postgresql");
  if (browser && !existsSync(chromiumPath)) missing.push("chromium");
  if (missing.length > 0) await installDebian(missing);
  await installNpm();
}

async function installDebian(names) {
  const root = process.getuid?.() === 0;
  const env = { DEBIAN_FRONTEND: "noninteractive" };
  const apt = (args) =>
    root ? run("apt-get", args, { env }) : run("sudo", ["-n", "apt-get", ...args], { env });
  await during(`Installing Debian's ${names.join(" and ")}`, async () => {
    let updated;
    try {
      updated = await apt(["update"]);
    } catch {
      giveUp(`apt-get is not here; install ${names.join(" and ")} by hand and run the command again.`);
    }
    const installed = await apt(["install", "-y", "--no-install-recommends", ...names]);
    if (installed.code !== 0) {
      giveUp(
        `could not install ${names.join(" and ")}; run this as root or with sudo rights, or install them by hand.\n${tail(updated.code === 0 ? installed.out : updated.out, 4)}`,
      );
    }
  });
}

async function installNpm() {
  const wanted = createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
  const stamp = join("node_modules", ".rook-step-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === wanted) return;
  await during("Installing npm packages", async () => {
    const result = await run("npm", ["ci", "--no-audit", "--no-fund"]);
    if (result.code !== 0)
      giveUp(`npm ci failed; check the network and run the command again.\n${tail(result.out, 6)}`);
    writeFileSync(stamp, wanted);
  });
}
