import sharp from "sharp";
import { pictureLimits } from "@/contract/picture";

/** Why bytes are no picture of a finding as a device makes one; undefined where they are. */
export async function whyNoPicture(bytes: Buffer): Promise<string | undefined> {
  try {
    const read = sharp(bytes, { failOn: "error", limitInputPixels: pictureLimits.longestPx ** 2 });
    const { format, width, height, exif, xmp, iptc } = await read.metadata();
    if (format !== "jpeg") return `expected a JPEG, got ${format}`;
    if (Math.max(width, height) > pictureLimits.longestPx)
      return `expected at most ${pictureLimits.longestPx} pixels a side, got ${width} by ${height}`;
    if (exif !== undefined || xmp !== undefined || iptc !== undefined)
      return "expected a picture that says nothing of where and by what it was taken";
    // Read to its end: one cut short is none.
    await read.stats();
    return undefined;
  } catch (error) {
    return `expected a JPEG that can be read: ${error instanceof Error ? error.message : String(error)}`;
  }
}
