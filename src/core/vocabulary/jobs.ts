import type { FigureId } from "./figures";

/** Who a job is for: somebody competent from outside or within, a technician, or whoever operates the unit. */
export type DoneBy = "competent_person" | "technician" | "operator";

export interface JobKind {
  /** How often it usually comes round (field guide, section 14); the maker's manual and the law of the place come first. */
  readonly months?: number;
  /** The figure of the unit's sheet that says after how many hours. */
  readonly hoursFigure?: FigureId;
  readonly earlyDays: number;
  readonly noticeDays: number;
  readonly doneBy: DoneBy;
  /** Whether a report or certificate is kept of it. */
  readonly document: boolean;
  /** Whether parts the walk covers are opened for it, so that an inspection is due after it. */
  readonly opens: boolean;
}

/**
 * Jobs that come round by months, by hours, or whichever comes first. The annual or thorough examination is not among them:
 * its next date is the one its report gives.
 */
export const jobs = {
  frequent_inspection: {
    ...{ months: 3, earlyDays: 7, noticeDays: 14 },
    ...{ doneBy: "technician", document: true, opens: true },
  },
  service: {
    ...{ months: 3, hoursFigure: "service_hours", earlyDays: 14, noticeDays: 14 },
    ...{ doneBy: "technician", document: true, opens: true },
  },
  engine_oil: {
    ...{ months: 12, earlyDays: 28, noticeDays: 14 },
    ...{ doneBy: "technician", document: false, opens: true },
  },
  grease: {
    ...{ hoursFigure: "grease_hours", earlyDays: 0, noticeDays: 7 },
    ...{ doneBy: "operator", document: false, opens: false },
  },
  battery_service: {
    ...{ months: 3, earlyDays: 7, noticeDays: 14 },
    ...{ doneBy: "technician", document: false, opens: true },
  },
  load_calibration: {
    ...{ months: 12, earlyDays: 28, noticeDays: 28 },
    ...{ doneBy: "competent_person", document: true, opens: true },
  },
  structural_inspection: {
    ...{ months: 120, earlyDays: 90, noticeDays: 90 },
    ...{ doneBy: "competent_person", document: true, opens: true },
  },
} as const satisfies Record<string, JobKind>;

export type JobId = keyof typeof jobs;
export const jobIds = Object.keys(jobs) as [JobId, ...JobId[]];
export const jobKind = (job: JobId): JobKind => jobs[job];

/** What a record of a job still lacks: its report, or the licence of the competent person it is for. */
export function lackOf(
  job: JobId,
  recorded: { readonly licence: string; readonly hasReport: boolean },
): "document" | "licence" | undefined {
  const { document, doneBy } = jobKind(job);
  if (document && !recorded.hasReport) return "document";
  return doneBy === "competent_person" && recorded.licence.trim() === "" ? "licence" : undefined;
}

/** Whose work a job is: somebody's of the site by name, any operator's or technician's there, or that of who comes for it. */
export function handsFor({
  job,
  personId,
}: {
  readonly job: JobId | "examination";
  readonly personId: string | null;
}): "named" | "operator" | "technician" | "outside" {
  if (personId !== null) return "named";
  const doneBy = job === "examination" ? "competent_person" : jobKind(job).doneBy;
  return doneBy === "competent_person" ? "outside" : doneBy;
}

/** Whether a crew cannot have the unit on the shift of the job: what opens parts asks for an inspection after it, and an examiner takes it whole. */
export const takesUnit = (job: JobId | "examination"): boolean => job === "examination" || jobKind(job).opens;
