import { createHash } from "node:crypto";

const inline = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g;

/** The SHA-256 of each script written into a page, as a Content-Security-Policy names it. */
export function scriptHashes(html: string): readonly string[] {
  const hashes = new Set<string>();
  for (const [, script = ""] of html.matchAll(inline))
    hashes.add(`'sha256-${createHash("sha256").update(script, "utf8").digest("base64")}'`);
  return [...hashes];
}

/**
 * What a page may run and ask: scripts of this app and those written into this very page, named by their hash so that a
 * page kept on a tablet runs too. The scanner is WebAssembly. Styles are set by scripts of ours, on elements.
 */
export const pagePolicy = (html: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'wasm-unsafe-eval' ${scriptHashes(html).join(" ")}`.trim(),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
