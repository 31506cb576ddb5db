import { pictureLimits, pictureType } from "@/contract/picture";

const qualities = [0.85, 0.75, 0.65, 0.5, 0.4] as const;

/**
 * Draws a picture anew no larger than needed, as JPEG: nothing of where and when it was taken, or by what, is left in
 * it. Throws where it is no picture this browser can read.
 */
export async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" });
  try {
    const scale = Math.min(1, pictureLimits.longestPx / Math.max(picture.width, picture.height));
    const [width, height] = [picture.width, picture.height].map((px) => Math.max(1, Math.round(px * scale)));
    const canvas = new OffscreenCanvas(width ?? 1, height ?? 1);
    const pen = canvas.getContext("2d");
    if (pen === null) throw new Error("expected a canvas to draw on");
    pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
    let smallest: Blob | undefined;
    for (const quality of qualities) {
      smallest = await canvas.convertToBlob({ type: pictureType, quality });
      if (smallest.size <= pictureLimits.aimBytes) return smallest;
    }
    if (smallest === undefined || smallest.size > pictureLimits.mostBytes)
      throw new Error(`expected a picture that fits ${pictureLimits.mostBytes} bytes, got ${smallest?.size}`);
    return smallest;
  } finally {
    picture.close();
  }
}
