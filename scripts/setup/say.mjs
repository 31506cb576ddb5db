/** One line a person reads while waiting. */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Ends the command with one clear line that says what to do. */
export function giveUp(text) {
  process.stderr.write(`\nStopped: ${text}\n`);
  process.exit(1);
}

/** Runs a long step and says how long it took. */
export async function during(title, work) {
  const from = Date.now();
  process.stdout.write(`${title} ... `);
  const dots = setInterval(() => process.stdout.write("."), 5000);
  try {
    const result = await work();
    process.stdout.write(` ${((Date.now() - from) / 1000).toFixed(1)} s\n`);
    return result;
  } finally {
    clearInterval(dots);
  }
}
