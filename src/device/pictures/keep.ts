import { wrap } from "comlink";
import { localStore } from "../local-store";
import { shrink } from "./shrink";
import type { ShrinkWorker } from "./shrink.worker";

/**
 * Makes a picture small and clean and keeps it on this device, to be sent by itself. Gives the SHA-256 of its bytes,
 * which is its name. Throws where it cannot be read, or not kept.
 */
export async function keepPicture(inspectionId: string, file: Blob): Promise<string> {
  const bytes = await made(file);
  const hash = await hashOf(bytes);
  const kept = await localStore().pictures.get(hash);
  // The same picture twice is one.
  if (kept === undefined)
    await localStore().pictures.add({ hash, inspectionId, bytes, sent: 0, state: "to_send" });
  return hash;
}

/** A picture this device still has. */
export const keptPicture = async (hash: string): Promise<Blob | undefined> =>
  (await localStore().pictures.get(hash))?.bytes;

/** In a worker, since a large picture takes a second; where its script cannot be loaded, on the page itself. */
async function made(file: Blob): Promise<Blob> {
  if (typeof Worker === "undefined") return shrink(file);
  const worker = new Worker(new URL("./shrink.worker.ts", import.meta.url), { type: "module" });
  const unloaded = new Promise<"unloaded">((resolve) => {
    worker.onerror = () => resolve("unloaded");
  });
  try {
    const became = await Promise.race([unloaded, wrap<ShrinkWorker>(worker).shrink(file)]);
    return became === "unloaded" ? await shrink(file) : became;
  } finally {
    worker.terminate();
  }
}

async function hashOf(bytes: Blob): Promise<string> {
  const digest = await crypto.subtle.digest("SHA-256", await bytes.arrayBuffer());
  return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, "0")).join("");
}
