import { mkdirSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { cli, startServer } from "./app.mjs";
import { freePort, startCluster } from "./cluster.mjs";
import { begin, sendBatch, signIn } from "./crash.mjs";
import { run, tail } from "./run.mjs";

const sizeMb = 320;
const leftKb = 1024;
const waitMs = 400;
const most = 400;

/**
 * Fills the disk under the database and the key folder while a tablet sends, and frees it again: what is refused is refused
 * with 503, every event that was acknowledged is there, and the same app takes the next without a restart. The disk
 * is a small file system of its own; where none may be mounted nothing is tried, and that is said.
 */
export async function fullDisk() {
  const disk = join("/var/tmp", `rook-step-small-${process.pid}`);
  mkdirSync(disk, { recursive: true });
  const mounted = await run("mount", ["-t", "tmpfs", "-o", `size=${sizeMb}m`, "tmpfs", disk]);
  if (mounted.code !== 0) {
    rmSync(disk, { recursive: true });
    return { problems: [], words: "  not tried: no file system may be mounted here" };
  }
  const folder = join(disk, "cluster");
  const ballast = join(disk, "ballast");
  const env = { ROOK_STEP_KEYS: join(disk, "keys"), ROOK_STEP_DEMO_DAYS: "0", LOG_LEVEL: "silent" };
  let cluster = await startCluster(folder);
  let server;
  try {
    const made = await cli("prepare-demo", [], { ...env, DATABASE_URL: cluster.url("postgres") });
    if (made.code !== 0) return { problems: [tail(made.out, 6)], words: "" };
    server = await startServer({ port: await freePort(), databaseUrl: cluster.appUrl("postgres"), env });
    return await tryIt();
  } finally {
    await server?.stop("SIGKILL");
    await cluster.stop("immediate");
    await run("umount", ["-l", disk]);
    rmSync(disk, { recursive: true, force: true });
  }

  async function tryIt() {
    const { url } = server;
    const problems = [];
    const cookie = await signIn(url);
    const inspection = await begin(url, cookie);
    const acknowledged = [];
    let seq = 0;
    /** Sends the next batch until one is taken or it is refused: gives the status, and what kind of refusal it was. */
    const send = async () => {
      const answer = await sendBatch(url, cookie, inspection, "small-disk", seq);
      const body = await answer.json();
      if (!answer.ok) return { status: answer.status, type: body.type };
      seq += body.results.length;
      acknowledged.push(...body.results.filter((r) => r.status === "accepted").map((r) => r.id));
      return { status: 200 };
    };
    if ((await send()).status !== 200) problems.push("the first batch was not taken");

    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(ballast, Buffer.alloc(bavail * bsize - leftKb * 1024));
    let refused;
    for (let i = 0; i < most && refused === undefined; i++) {
      const sent = await send();
      if (sent.status !== 200) refused = sent;
    }
    if (refused === undefined) problems.push(`the disk took ${seq} events and was never full`);
    else if (refused.status !== 503)
      problems.push(`a full disk was answered with ${refused.status} (${refused.type})`);
    for (const path of ["/shift", "/units/LM-07", "/tagged"]) {
      const page = await fetch(`${url}${path}`, { headers: { cookie } });
      const text = await page.text();
      if (page.status !== 200 && page.status !== 503)
        problems.push(`${path} answered ${page.status} on a full disk`);
      if (page.status === 503 && !text.includes("<h1"))
        problems.push(`${path} says nothing while the disk is full`);
    }

    rmSync(ballast);
    // A database that went down over it is started by whatever looks after it; the app is not.
    let started = "";
    const up = await fetch(`${url}/api/health`);
    if (up.status !== 200) {
      await new Promise((done) => setTimeout(done, 4 * waitMs));
      if ((await fetch(`${url}/api/health`)).status !== 200) {
        cluster = await startCluster(folder);
        started = ", the database was started again";
      }
    }
    let taken = false;
    for (let i = 0; i < 40 && !taken; i++) {
      taken = (await send()).status === 200;
      if (!taken) await new Promise((done) => setTimeout(done, waitMs));
    }
    if (!taken) problems.push("nothing was taken any more after the disk was freed");
    const held = await cli("list-events", [], { ...env, DATABASE_URL: cluster.url("postgres") });
    const there = new Set(held.out.trim().split("\n"));
    const lost = acknowledged.filter((id) => !there.has(id));
    if (lost.length > 0)
      problems.push(`${lost.length} of ${acknowledged.length} acknowledged events were lost`);
    const verified = await cli("verify", [], { ...env, DATABASE_URL: cluster.url("postgres") });
    if (verified.code !== 0) problems.push(`verify, after a full disk: ${tail(verified.out, 4)}`);
    return {
      problems,
      words: `  ${acknowledged.length} events acknowledged, ${lost.length} lost; refused as ${refused?.type}${started}`,
    };
  }
}
