import { Problem } from "./problem";

/**
 * The text of a request that came whole. One cut off on the way (a page left, a signal gone) never arrived: nothing of it
 * is kept, and its sender, who was never answered, has it still.
 */
export async function wholeText(request: Request): Promise<string> {
  const bytes = new Uint8Array(await request.arrayBuffer());
  const length = Number(request.headers.get("content-length") ?? bytes.length);
  if (bytes.length === 0 || bytes.length < length)
    throw new Problem(
      503,
      "cut-short",
      `expected a request of ${length} bytes, got ${bytes.length}: it was cut off on the way; send it again`,
    );
  return new TextDecoder().decode(bytes);
}
