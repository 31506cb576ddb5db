import { Problem } from "./problem";

/** As much of a request's body as is wanted of it, and whether more came. */
interface Came {
  readonly bytes: Buffer;
  readonly more: boolean;
}

const cutShort = (how: string): Problem =>
  new Problem(503, "cut-short", `expected a whole request: ${how}; send it again`);

const plain = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** Reads a body as it comes, and no further than so many bytes: what is longer is never held in memory. */
async function readUpTo(request: Request, most: number): Promise<Came> {
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  while (reader !== undefined && size <= most) {
    const { done, value } = await reader.read().catch(() => {
      throw cutShort(`it stopped after ${size} bytes`);
    });
    if (done) break;
    chunks.push(value);
    size += value.length;
  }
  return { bytes: Buffer.concat(chunks).subarray(0, most), more: size > most };
}

/** The bytes of a body; a problem for one cut off on the way, and a 413 problem for one that is longer than `most`, said before it is read where its length is. */
export async function bytesOf(request: Request, most: number): Promise<Buffer> {
  const said = Number(request.headers.get("content-length") ?? 0);
  const { bytes, more } =
    said > most ? { bytes: Buffer.alloc(0), more: true } : await readUpTo(request, most);
  if (more)
    throw new Problem(
      413,
      "too-large",
      `expected at most ${most} bytes${said > most ? `, got ${said}` : ""}; send it in smaller parts`,
    );
  return bytes;
}

/** The first bytes of a body as text, for what has to be taken however it comes; empty where it was cut off. */
export async function firstText(request: Request, most: number): Promise<string> {
  const came = await readUpTo(request, most).catch(() => undefined);
  return came === undefined ? "" : plain(came.bytes);
}

/**
 * The text of a request that came whole, as far as `most` bytes; `more` says that it goes on. One cut off on the way (a
 * page left, a signal gone) never arrived: nothing of it is kept, and its sender, who was never answered, has it still.
 */
export async function wholeText(
  request: Request,
  most: number,
): Promise<{ readonly text: string; readonly more: boolean }> {
  const { bytes, more } = await readUpTo(request, most);
  const length = Number(request.headers.get("content-length") ?? bytes.length);
  if (length === 0) throw new Problem(400, "not-json", "expected a body, and nothing came");
  if (!more && bytes.length < length) throw cutShort(`it says ${length} bytes, and ${bytes.length} came`);
  return { text: plain(bytes), more };
}

/** The text of a body of at most `most` bytes; problems as for its bytes. */
export const textOf = async (request: Request, most: number): Promise<string> =>
  plain(await bytesOf(request, most));
