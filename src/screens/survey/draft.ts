import { z } from "zod";
import { type Spot, type Stand, type SurveyGiven, surveyGivenSchema } from "@/core/survey/job";
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

/** The same job at another place: what was set and read at the one before says nothing of it. */
export function atPlace(
  { given: { job, purpose } }: SurveyDraft,
  placeId: string,
  plan: PlacePlan,
): SurveyDraft {
  const fresh = newDraft(placeId, plan);
  return { placeId, given: { ...fresh.given, purpose, job: { ...job, positions: [], way: [] } } };
}

/** A draft for work, or for trying the functions: what was told of the work stays for when it is that again. */
export const withPurpose = (draft: SurveyDraft, purpose: "work" | "tests"): SurveyDraft => ({
  ...draft,
  given: { ...draft.given, purpose: purpose === "tests" ? "tests" : undefined },
});

/** An id that nothing in a list has yet. */
export function newId(prefix: string, taken: readonly { readonly id: string }[]): string {
  for (let n = taken.length + 1; ; n++) {
    const id = `${prefix}${n}`;
    if (!taken.some((one) => one.id === id)) return id;
  }
}

/** What a draft lacks to be worked out at all, by the step it is typed in; undefined where nothing is. */
export function lacks({ given: { job, purpose } }: SurveyDraft): "job" | "work" | "names" | undefined {
  if (purpose === "tests") return undefined;
  if (job.what.trim() === "") return "job";
  if (job.positions.length === 0) return "work";
  return [...job.positions, ...job.items].some(({ name }) => name.trim() === "") ? "names" : undefined;
}

/** A draft read back from this device, if it is one: what is still empty in it may be so. */
export function draftFrom(kept: unknown): SurveyDraft | undefined {
  const read = draftSchema.safeParse(kept);
  const unfinished = read.error?.issues.every(({ code }) => code === "too_small") ?? true;
  const draft = kept as SurveyDraft;
  return unfinished && draft.given.stands.length > 0 ? draft : undefined;
}

const draftSchema = z.strictObject({ placeId: z.uuid(), given: surveyGivenSchema });

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
