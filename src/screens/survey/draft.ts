import type { Spot, Stand } from "@/core/survey/job";
import { type SurveyGiven, surveyGivenSchema } from "@/core/survey/job";
import type { PlacePlan } from "@/core/survey/place-plan";

/** A survey while it is made. */
export interface SurveyDraft {
  readonly placeId: string;
  readonly given: SurveyGiven;
}

/** A survey of a place before anything is said of it. */
export const newDraft = (placeId: string, plan: PlacePlan): SurveyDraft => ({
  placeId,
  given: {
    job: {
      what: "",
      persons: 1,
      personKg: null,
      onExtension: 0,
      items: [],
      range: "usual",
      toolM: 0.5,
      positions: [],
      way: [],
    },
    stands: [{ spot: { at: middleOf(plan), facingDeg: 0 }, positions: [] }],
    readings: {},
  },
});

const middleOf = ({ widthM, depthM }: PlacePlan) => ({
  x: Math.round(widthM) / 2,
  y: Math.round(depthM) / 2,
});

/** An id that nothing in a list has yet. */
export function newId(prefix: string, taken: readonly { readonly id: string }[]): string {
  for (let n = taken.length + 1; ; n++) {
    const id = `${prefix}${n}`;
    if (!taken.some((one) => one.id === id)) return id;
  }
}

/** What a draft lacks to be worked out at all, by the step it is typed in; undefined where nothing is. */
export function lacks({ given }: SurveyDraft): "job" | "work" | undefined {
  if (given.job.what.trim() === "") return "job";
  return given.job.positions.length === 0 ? "work" : undefined;
}

/** A draft read back from this device, if it is one of this place's plan. */
export function draftFrom(kept: unknown): SurveyDraft | undefined {
  if (typeof kept !== "object" || kept === null || !("placeId" in kept) || !("given" in kept))
    return undefined;
  const { placeId, given } = kept as SurveyDraft;
  // What is still being typed fits the schema but for a job without a name or work.
  const whole = {
    ...given,
    job: {
      ...given.job,
      what: given.job?.what || "-",
      positions: given.job?.positions?.length
        ? given.job.positions
        : [{ id: "w1", name: "-", at: { x: 0, y: 0 }, handsM: 0 }],
    },
  };
  return typeof placeId === "string" && surveyGivenSchema.safeParse(whole).success
    ? { placeId, given }
    : undefined;
}

/** A draft with one of its spots otherwise. */
export const withStand = (draft: SurveyDraft, index: number, change: Partial<Stand>): SurveyDraft => ({
  ...draft,
  given: {
    ...draft.given,
    stands: draft.given.stands.map((stand, i) => (i === index ? { ...stand, ...change } : stand)),
  },
});

export const withSpot = (draft: SurveyDraft, index: number, spot: Spot): SurveyDraft =>
  // A level read elsewhere says nothing of the new spot.
  withStand(draft, index, { spot, level: undefined });

export const withJob = (draft: SurveyDraft, change: Partial<SurveyGiven["job"]>): SurveyDraft => ({
  ...draft,
  given: { ...draft.given, job: { ...draft.given.job, ...change } },
});

export const withReadings = (draft: SurveyDraft, change: Partial<SurveyGiven["readings"]>): SurveyDraft => ({
  ...draft,
  given: { ...draft.given, readings: { ...draft.given.readings, ...change } },
});

/** Adds a piece of work, done from a spot. */
export function withPosition(
  draft: SurveyDraft,
  index: number,
  at: { x: number; y: number },
  name: string,
): SurveyDraft {
  const { positions } = draft.given.job;
  const id = newId("w", positions);
  const more = withJob(draft, { positions: [...positions, { id, name, at, handsM: 4 }] });
  const stand = more.given.stands[index];
  return stand === undefined ? more : withStand(more, index, { positions: [...stand.positions, id] });
}
