import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { cli, startServer } from "./app.mjs";
import { freePort, removeCluster, startCluster } from "./cluster.mjs";
import { tail } from "./run.mjs";

/**
 * Sends batches of events and, in the middle of them, kills the server with SIGKILL, then stops the database at
 * once. Gives every acknowledged event that is not there afterwards. The cluster here syncs to disk as in use.
 */
export async function crashCheck(work) {
  const folder = ".data/crash";
  removeCluster(folder);
  let cluster = await startCluster(folder);
  const env = { ROOK_STEP_KEYS: join(work, "crash-keys"), ROOK_STEP_DEMO_DAYS: "0", LOG_LEVEL: "silent" };
  const databaseUrl = () => cluster.url("postgres");
  const made = await cli("prepare-demo", [], { ...env, DATABASE_URL: databaseUrl() });
  if (made.code !== 0) return { problems: [tail(made.out, 6)], words: "" };
  const start = async () =>
    startServer({ port: await freePort(), databaseUrl: cluster.appUrl("postgres"), env });

  const acknowledged = new Map();
  const problems = [];
  try {
    for (const blow of ["server", "database"]) {
      const server = await start();
      const cookie = await signIn(server.url);
      const inspection = await begin(server.url, cookie);
      const device = `crash-${blow}`;
      let seq = acknowledged.get(inspection)?.length ?? 0;
      let sending = true;
      const sender = (async () => {
        while (sending) {
          try {
            const answer = await sendBatch(server.url, cookie, inspection, device, seq);
            seq += batchSize;
            if (!answer.ok) return;
            const { results } = await answer.json();
            const list = acknowledged.get(inspection) ?? [];
            list.push(...results.filter((r) => r.status === "accepted").map((r) => r.id));
            acknowledged.set(inspection, list);
          } catch {
            return;
          }
        }
      })();
      await new Promise((resolve) => setTimeout(resolve, 1200));
      if (blow === "server") await server.stop("SIGKILL");
      else {
        await cluster.stop("immediate");
        const away = await fetch(`${server.url}/api/health`);
        const body = await away.json();
        if (away.status !== 503 || body.database !== "away")
          problems.push(`health said ${away.status} with the database away`);
      }
      sending = false;
      await sender;
      if (blow === "database") await server.stop("SIGKILL");
      cluster = await startCluster(folder);
    }
    const held = await cli("list-events", [], { ...env, DATABASE_URL: databaseUrl() });
    const there = new Set(held.out.trim().split("\n"));
    const all = [...acknowledged.values()].flat();
    const lost = all.filter((id) => !there.has(id));
    if (lost.length > 0) problems.push(`${lost.length} of ${all.length} acknowledged events were lost`);
    if (all.length < 40)
      problems.push(`only ${all.length} events were acknowledged: the blow came too early to tell`);
    return { problems, words: `  ${all.length} events acknowledged before the blows, ${lost.length} lost` };
  } finally {
    await cluster.stop("immediate");
    removeCluster(folder);
  }
}

const batchSize = 20;

/** Sends a batch of events of one device, numbered on from `after`. */
export function sendBatch(url, cookie, inspectionId, deviceId, after) {
  const events = Array.from({ length: batchSize }, (_, i) => ({
    ...{ id: randomUUID(), inspectionId, deviceId, seq: after + i + 1, follows: null },
    ...{ at: new Date().toISOString(), type: "changed", step: "x" },
  }));
  return fetch(`${url}/api/inspections/${inspectionId}/events`, {
    method: "POST",
    headers: { cookie, origin: url, "content-type": "application/json" },
    body: JSON.stringify({ events }),
  });
}

export async function signIn(url) {
  const answer = await fetch(`${url}/api/sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: url },
    body: JSON.stringify({ badge: "1041", pin: "4710" }),
  });
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
}

/** Begins an inspection of the first unit on Shift. */
export async function begin(url, cookie) {
  const page = await (await fetch(`${url}/shift`, { headers: { cookie } })).text();
  const unitId = /unitId\\?":\\?"([0-9a-f-]{36})/.exec(page)?.[1];
  const answer = await fetch(`${url}/api/inspections`, {
    method: "POST",
    headers: { cookie, "content-type": "application/json", origin: url },
    body: JSON.stringify({ unitId }),
  });
  const { id } = await answer.json();
  return id;
}
