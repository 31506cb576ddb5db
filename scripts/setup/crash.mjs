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
          const events = Array.from({ length: 20 }, () => ({
            id: randomUUID(),
            inspectionId: inspection,
            deviceId: device,
            seq: ++seq,
            follows: null,
            at: new Date().toISOString(),
            type: "changed",
            step: "x",
          }));
          try {
            const answer = await fetch(`${server.url}/api/inspections/${inspection}/events`, {
              method: "POST",
              headers: { cookie, origin: server.url, "content-type": "application/json" },
              body: JSON.stringify({ events }),
            });
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

async function signIn(url) {
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

async function begin(url, cookie) {
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
