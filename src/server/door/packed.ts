import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";

const brotli = promisify(brotliCompress);
const gzipped = promisify(gzip);
const { BROTLI_PARAM_QUALITY } = constants;

/** Smaller is not worth packing. */
const least = 1000;
const quickly = 5;
const tightly = 11;
/** A build has some hundred files; one file asked for under many spellings of its name must not fill the memory. */
const mostKept = 500;

export type Packing = "br" | "gzip";

/** The best packing a client takes; undefined where it takes none of ours. */
export function packingFor(accepts: string): Packing | undefined {
  const taken = accepts
    .toLowerCase()
    .split(",")
    .filter((one) => !/;\s*q=0(\.0*)?\s*$/.test(one))
    .map((one) => one.split(";", 1)[0]?.trim());
  return taken.includes("br") ? "br" : taken.includes("gzip") ? "gzip" : undefined;
}

const pack = (body: Buffer, packing: Packing, quality: number): Promise<Buffer> =>
  packing === "br"
    ? brotli(body, { params: { [BROTLI_PARAM_QUALITY]: quality } })
    : gzipped(body, { level: Math.min(9, quality + 1) });

/** Packs bodies. One that never changes under its name is packed as tightly as can be, once, after its first answer. */
export class Packer {
  private readonly kept = new Map<string, Buffer>();

  /** A body packed, or undefined where that is not worth it. `name` is given where the body never changes under it. */
  async pack(body: Buffer, packing: Packing, name?: string): Promise<Buffer | undefined> {
    if (body.length < least) return undefined;
    if (name === undefined) return pack(body, packing, quickly);
    const key = `${packing} ${name}`;
    const kept = this.kept.get(key);
    if (kept !== undefined) return kept;
    const quick = await pack(body, packing, quickly);
    if (this.kept.size >= mostKept) return quick;
    this.kept.set(key, quick);
    void pack(body, packing, tightly).then((tight) => this.kept.set(key, tight));
    return quick;
  }
}
