/** What a device makes of a picture before it is kept, and what the server takes. */
export const pictureLimits = {
  /** Pixels of its longer side. */
  longestPx: 1600,
  /** Bytes a device aims at, and the most the server takes. */
  aimBytes: 350_000,
  mostBytes: 600_000,
  /** Bytes sent at a time. */
  chunkBytes: 96_000,
} as const;

export const pictureType = "image/jpeg";

/** `PUT /api/inspections/:id/pictures/:hash?from=&size=`: how much of it the server now has. */
export interface PictureTaken {
  readonly have: number;
  readonly whole: boolean;
}

/** A picture that a record names, and whether the server has it whole, waits for it, or has erased it by its site's rule. */
export interface PictureHere {
  readonly hash: string;
  readonly is: "whole" | "waits" | "erased";
}
