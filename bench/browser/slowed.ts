import { readdirSync, readFileSync } from "node:fs";

/** How many times slower a tablet of the yard is taken to be. */
export const slowedTimes = 4;

/**
 * Slows the renderer by stopping and waking its process, so that it runs one part in `slowedTimes`: the
 * browser's own throttle slows a page's main thread and not its workers.
 */
export async function slowed<T>(work: () => Promise<T>): Promise<T> {
  const renderers = childrenOf(process.pid).filter((pid) => commandOf(pid).includes("--type=renderer"));
  if (renderers.length === 0) throw new Error("expected a renderer process of Chromium to slow down");
  let stopped = false;
  const tickMs = 4;
  let tick = 0;
  const clock = setInterval(() => {
    tick += 1;
    const run = tick % slowedTimes === 0;
    if (run === stopped) for (const pid of renderers) process.kill(pid, run ? "SIGCONT" : "SIGSTOP");
    stopped = !run;
  }, tickMs);
  try {
    return await work();
  } finally {
    clearInterval(clock);
    for (const pid of renderers) process.kill(pid, "SIGCONT");
  }
}

function childrenOf(parent: number): readonly number[] {
  const all = readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .map(Number);
  const parentOf = (pid: number) => {
    try {
      return Number(/\) \w (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, "utf8"))?.[1]);
    } catch {
      return 0;
    }
  };
  const direct = all.filter((pid) => parentOf(pid) === parent);
  return direct.flatMap((pid) => [pid, ...childrenOf(pid)]);
}

function commandOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8");
  } catch {
    return "";
  }
}
