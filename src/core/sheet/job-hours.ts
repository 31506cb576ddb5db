import { type JobId, jobIds, jobKind } from "../vocabulary/jobs";
import type { Sheet } from "./sheet";

/** After how many hours each job comes round by a sheet, with the manual's page. */
export type JobHours = Readonly<
  Partial<Record<JobId, { readonly hours: number; readonly page: string | undefined }>>
>;

/** What a sheet says of the hours of jobs; nothing of those it gives no figure for. */
export const jobHoursOf = ({ figures }: Pick<Sheet, "figures">): JobHours =>
  Object.fromEntries(
    jobIds.flatMap((job) => {
      const { hoursFigure } = jobKind(job);
      const known = hoursFigure === undefined ? undefined : figures[hoursFigure];
      return known === undefined ? [] : [[job, { hours: known.value, page: known.page }]];
    }),
  );

/** How much grease goes where, by a sheet: strokes of the gun at each of so many points; undefined where it does not say. */
export function greasingOf({
  figures,
}: Pick<Sheet, "figures">): { readonly strokes: number; readonly points: number } | undefined {
  const { grease_strokes: strokes, grease_points: points } = figures;
  return strokes === undefined || points === undefined
    ? undefined
    : { strokes: strokes.value, points: points.value };
}
