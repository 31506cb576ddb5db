import { availableParallelism } from "node:os";
import { run } from "./run.mjs";

/**
 * Runs random orders of the model test in one process for each core; gives how many of the processes agreed and how
 * many found a disagreement, and what they said.
 */
export async function randomOrders(cluster, { runs, seed, show = false }) {
  const env = { LOG_LEVEL: "silent", TEST_DATABASE_URL: cluster.url("postgres") };
  const script = (file, more = {}) =>
    run(process.execPath, ["--import", "tsx", file], { env: { ...env, ...more }, show });
  const template = await script("tests/make-template.ts");
  if (template.code !== 0) return { counts: [0, 1], out: template.out };
  const processes = availableParallelism();
  const ended = await Promise.all(
    Array.from({ length: processes }, (_, i) =>
      script("tests/trust/random-orders.ts", {
        TRUST_RUNS: `${Math.ceil(runs / processes)}`,
        TRUST_SEED: `${seed * processes + i}`,
      }),
    ),
  );
  const good = ended.filter((one) => one.code === 0).length;
  return { counts: [good, processes - good], out: ended.map((one) => one.out).join("") };
}
