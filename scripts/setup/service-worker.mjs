import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Pages and words that contain no data of anybody: a device keeps them and opens them without a signal. */
const shells = ["/inspect", "/survey", "/here", "/words/en", "/words/es"];

/**
 * Bundles the service worker of a build, with the list of what it keeps on the device: every script, style, font and WebAssembly of
 * this very build, and the pages that open without a signal.
 */
export async function buildServiceWorker(dist) {
  const { build } = await import("esbuild");
  const files = readdirSync(join(dist, "static"), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.(js|css|woff2|svg|wasm)$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name).slice(dist.length + 1))
    .sort();
  const revision = readFileSync(join(dist, "BUILD_ID"), "utf8").trim();
  const kept = [
    // Their names change with what is in them.
    ...files.map((file) => ({ url: `/_next/${file}`, revision: null })),
    ...shells.map((url) => ({ url, revision })),
  ];
  await build({
    entryPoints: [join("src", "device", "service-worker.ts")],
    outfile: join(dist, "service-worker.js"),
    bundle: true,
    minify: true,
    format: "iife",
    target: "es2022",
    define: { "self.__SW_MANIFEST": JSON.stringify(kept), "process.env.NODE_ENV": '"production"' },
  });
}
