import { spawn } from "node:child_process";

/** Runs a command to its end; gives `{ code, out }`, out being what it printed on both streams. */
export function run(command, args, { env = {}, cwd = process.cwd(), show = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ["ignore", "pipe", "pipe"],
    });
    let out = "";
    const take = (data) => {
      out += data;
      if (show) process.stdout.write(data);
    };
    child.stdout.on("data", take);
    child.stderr.on("data", take);
    child.on("error", reject);
    child.on("close", (code) => resolve({ code: code ?? 1, out }));
  });
}

/** The last lines of an output, for an error message. */
export const tail = (text, lines = 12) => text.trim().split("\n").slice(-lines).join("\n");
