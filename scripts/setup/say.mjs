/** One line a person reads while waiting. */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Ends the command with one clear line that says what to do. */
export function giveUp(text) {
  process.stderr.write(`\nStopped: ${text}\n`);
  process.exit(1);
}

/** Runs a long step and says how long it took. Lines stay whole where several run at once. */
export async function during(title, work) {
  const from = Date.now();
  const waiting = setInterval(() => say(`${title}: still at it after ${since(from)}`), 60_000);
  if (process.stdout.isTTY) say(`${title} ...`);
  try {
    return await work();
  } finally {
    clearInterval(waiting);
    say(`${title}: ${since(from)}`);
  }
}

const since = (from) => `${((Date.now() - from) / 1000).toFixed(1)} s`;
