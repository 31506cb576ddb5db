import type { Sheet, SheetLampSays } from "./sheet";

/** One thing that differs between two versions of a sheet. `before` or `after` is undefined where it is not there. */
export interface Difference {
  readonly at:
    | "head"
    | "feature"
    | "choice"
    | "figure"
    | "position"
    | "outline"
    | "stop_button"
    | "lamp"
    | "alarm"
    | "interval";
  readonly id: string;
  readonly before: string | undefined;
  readonly after: string | undefined;
}

/** What changed from one version to the next, in the order of the sheet. Empty where nothing did. */
export function differences(before: Sheet, after: Sheet): readonly Difference[] {
  const found: Difference[] = [];
  for (const id of ["maker", "model", "family", "power", "tyres"] as const)
    compare(found, "head", id, before[id], after[id]);
  const each = <T>(
    at: Difference["at"],
    a: Readonly<Record<string, T | undefined>>,
    b: Readonly<Record<string, T | undefined>>,
    text: (value: T) => string,
  ) => {
    for (const id of [...new Set([...Object.keys(a), ...Object.keys(b)])]) {
      const [was, is] = [a[id], b[id]];
      compare(
        found,
        at,
        id,
        was === undefined ? undefined : text(was),
        is === undefined ? undefined : text(is),
      );
    }
  };
  each("feature", before.features, after.features, (f) =>
    f.fit === "not_fitted" && f.manualPage !== undefined ? `not_fitted (p. ${f.manualPage})` : f.fit,
  );
  each("choice", before.choices ?? {}, after.choices ?? {}, String);
  const stops = (sheet: Sheet) =>
    Object.fromEntries(sheet.stopButtons.map((b) => [b.id, `${b.at}, ${b.resets}`]));
  each("stop_button", stops(before), stops(after), String);
  each("lamp", before.lamps ?? {}, after.lamps ?? {}, (l) =>
    [l.at, l.colour, l.shape, lampSays("steady", l.steady), lampSays("flashing", l.flashing)]
      .filter((word) => word !== "")
      .join(", "),
  );
  each("alarm", before.alarms ?? {}, after.alarms ?? {}, String);
  each("figure", before.figures, after.figures, (f) => `${f.value} (p. ${f.page})`);
  each("position", before.positions, after.positions, (p) => `${p.xM}, ${p.yM}`);
  each(
    "outline",
    before.outlines ?? {},
    after.outlines ?? {},
    ({ points, page }) =>
      `${points.map(({ outM, heightM }) => `${outM}, ${heightM}`).join("; ")} (p. ${page})`,
  );
  each("interval", before.intervals ?? {}, after.intervals ?? {}, ({ days, hours, page }) =>
    [days === undefined ? "" : `${days} d`, hours === undefined ? "" : `${hours} h`, `p. ${page}`]
      .filter((word) => word !== "")
      .join(", "),
  );
  return found;
}

function compare(
  found: Difference[],
  at: Difference["at"],
  id: string,
  before: string | undefined,
  after: string | undefined,
): void {
  if (before !== after) found.push({ at, id, before, after });
}

const lampSays = (look: string, says: SheetLampSays | undefined): string =>
  says === undefined ? "" : `${look}: ${says.means} (${says.act}, p. ${says.page})`;
