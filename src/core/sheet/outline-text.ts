/** A point of a range-of-motion diagram, in metres. */
interface OutlinePoint {
  readonly outM: number;
  readonly heightM: number;
}

/** What was typed of a diagram, or the first line that is no point. */
export type OutlineRead =
  | { readonly ok: true; readonly points: readonly OutlinePoint[] }
  | { readonly ok: false; readonly line: number; readonly got: string };

/**
 * Reads a diagram typed point by point: a line each, how far out and how high in metres, with a space, a comma and a space, or a
 * semicolon between; decimals with a point or a comma. Empty lines are passed over.
 */
export function outlineFrom(text: string): OutlineRead {
  const points: OutlinePoint[] = [];
  for (const [index, line] of text.split("\n").entries()) {
    if (line.trim() === "") continue;
    const parts = line.trim().split(/\s*;\s*|,?\s+/);
    const [outM, heightM] = parts.map((part) =>
      /^-?\d+([.,]\d+)?$/.test(part) ? Number(part.replace(",", ".")) : Number.NaN,
    );
    if (parts.length !== 2 || !Number.isFinite(outM) || !Number.isFinite(heightM))
      return { ok: false, line: index + 1, got: line.trim().slice(0, 40) };
    points.push({ outM: outM as number, heightM: heightM as number });
  }
  return { ok: true, points };
}

/** A diagram as it is typed. */
export const outlineText = (points: readonly OutlinePoint[]): string =>
  points.map(({ outM, heightM }) => `${outM} ${heightM}`).join("\n");
