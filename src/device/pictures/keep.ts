import { wrap } from "comlink";
import type { Signer } from "../keys";
import { localStore } from "../local-store";
import { sha256 } from "../sha256";
import { shrink } from "./shrink";
import type { ShrinkWorker } from "./shrink.worker";

/**
 * Makes a picture small and clean and keeps it on this device for an answer that may name it. Gives the SHA-256 of its
 * bytes, which is its name. Throws where it cannot be read, or not kept.
 */
export async function keepPicture(inspectionId: string, file: Blob): Promise<string> {
  const bytes = await made(file);
  const hash = await sha256(await bytes.arrayBuffer());
  const { pictures } = localStore();
  // The same picture twice is one, whatever has become of it.
  if ((await pictures.get({ inspectionId, hash })) === undefined)
    await pictures.add({ inspectionId, hash, bytes, sent: 0, state: "draft" });
  return hash;
}

/** Takes a picture away that no answer has named. */
export const dropDraft = async (inspectionId: string, hash: string): Promise<void> => {
  await localStore().pictures.where({ inspectionId, hash, state: "draft" }).delete();
};

/** Has pictures sent that an answer is about to name, signed by its person. Gives whether this device could note it. */
export async function sendOnceNamed(
  inspectionId: string,
  hashes: readonly string[],
  sign: Signer,
): Promise<boolean> {
  try {
    for (const hash of hashes) {
      const signed = await sign("picture", { inspectionId, hash });
      await localStore()
        .pictures.where({ inspectionId, hash, state: "draft" })
        .modify({ state: "to_send", ...(signed && { signed }) });
    }
    return true;
  } catch {
    return false;
  }
}

/** A picture this device still has. */
export const keptPicture = async (inspectionId: string, hash: string): Promise<Blob | undefined> =>
  (await localStore().pictures.get({ inspectionId, hash }))?.bytes;

/** A picture made small and clean: in a worker, since a large picture takes a second; where its script cannot be loaded, on the page itself. */
export async function made(file: Blob): Promise<Blob> {
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
