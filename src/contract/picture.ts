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
