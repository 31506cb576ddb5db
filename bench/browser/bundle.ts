import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { build } from "esbuild";

/** The code as it ships: bundled and minified, without what a loader adds for its own ends. */
export async function bundle(entry: string, format: "iife" | "esm"): Promise<string> {
  const made = await build({ entryPoints: [entry], bundle: true, write: false, format, minify: true });
  return made.outputFiles[0]?.text ?? "";
}

/** The module as it ships, loaded in Node. */
export async function loaded<T>(entry: string): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), "rook-step-bench-"));
  const file = join(folder, "module.mjs");
  writeFileSync(file, await bundle(entry, "esm"));
  const module = (await import(pathToFileURL(file).href)) as T;
  rmSync(folder, { recursive: true });
  return module;
}
