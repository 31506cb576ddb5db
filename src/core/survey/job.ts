import { z } from "zod";
import { loadRanges } from "./load-range";
import { grounds, mostSideM, terrains } from "./place-plan";

const id = z.string().regex(/^[a-z0-9_-]{1,40}$/, "expected up to 40 small letters, digits, - and _");
const words = (most: number) => z.string().trim().min(1).max(most);
const metre = z.number().min(0).max(mostSideM);
const at = z.strictObject({ x: metre, y: metre });
const kg = z.number().min(0).max(20_000);

/** Where a thing is set in a platform. */
const setOn = ["platform", "extension"] as const;

const itemSchema = z.strictObject({
  id,
  name: words(80),
  count: z.number().int().min(1).max(500),
  eachKg: kg.nullable(),
  on: z.enum(setOn),
  /** Of one sheet of it, where it is a sheet that catches the wind. */
  sheetM2: z.number().min(0).max(100).optional(),
});
export type Item = z.infer<typeof itemSchema>;

/** A place of work: where, and how high the hands must be. */
const positionSchema = z.strictObject({
  id,
  name: words(80),
  at,
  handsM: z.number().min(0).max(120),
});
export type WorkPosition = z.infer<typeof positionSchema>;

/** What is to be done, by how many, with what, where, and from which spots. */
export const jobSchema = z.strictObject({
  what: words(200),
  persons: z.number().int().min(1).max(20),
  /** Of each person with what they wear; null: the site's figure. */
  personKg: z.number().min(40).max(250).nullable(),
  onExtension: z.number().int().min(0).max(20),
  items: z.array(itemSchema).max(60),
  range: z.enum(loadRanges),
  /** How far a tool or what is held out reaches beyond the platform. */
  toolM: z.number().min(0).max(10),
  /** What is pulled or pushed on from the platform, in newtons. */
  sideForceN: z.number().min(0).max(5000).optional(),
  positions: z.array(positionSchema).min(1).max(40),
  /** The way from where the unit is to its first spot. */
  way: z.array(at).max(60),
});
export type Job = z.infer<typeof jobSchema>;

/** What of a job a crew takes up each time: kept under a name, such as two glaziers with eight panes. */
export const keptLoadSchema = jobSchema.pick({
  persons: true,
  personKg: true,
  onExtension: true,
  items: true,
  toolM: true,
  sideForceN: true,
});
export type KeptLoad = z.infer<typeof keptLoadSchema>;

/** What is looked for round a place of work (field guide, section 15). */
export const hazardKinds = [
  "holes",
  "debris",
  "soft_ground",
  "overhead",
  "lines",
  "traffic",
  "public",
  "other_machines",
  "fans_or_crane",
  "services",
  "fumes",
  "other",
] as const;
/** Identified only, told to others, taken away, kept away from, or worked with under a limit. */
export const dealtWith = ["identified", "told", "removed", "kept_away", "limited"] as const;

const hazardSchema = z.strictObject({
  id,
  what: z.enum(hazardKinds),
  where: words(120).optional(),
  did: z.enum(dealtWith),
  /** Who did it, and who was told. */
  by: words(80),
  told: words(120).optional(),
  /** What the work is limited to: a height, a side, a spotter. Limited without a limit is not dealt with. */
  limit: words(160).optional(),
  picture: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
});
export type Hazard = z.infer<typeof hazardSchema>;

/** What a person has read or said on the spot. */
export const readingsSchema = z.strictObject({
  wind: z
    .discriminatedUnion("by", [
      z.strictObject({
        by: z.literal("meter"),
        meanMps: z.number().min(0).max(60),
        gustMps: z.number().min(0).max(90).nullable(),
        heightM: z.number().min(0.5).max(120),
        at: z.iso.datetime(),
      }),
      /** As seen on trees, flags and water. */
      z.strictObject({
        by: z.literal("sight"),
        beaufort: z.number().int().min(0).max(12),
        at: z.iso.datetime(),
      }),
    ])
    .optional(),
  terrain: z.enum(terrains).optional(),
  /** A line that has been made dead, by whom, how it can be found again, and until when. */
  isolations: z
    .array(z.strictObject({ mark: id, by: words(80), permit: words(80), until: z.iso.datetime() }))
    .max(20)
    .optional(),
  /** Who watches the gap to a line and does nothing else. */
  spotter: words(80).optional(),
  /** An engine that runs indoors: whether air comes in and its smoke goes out. */
  ventilated: z.boolean().optional(),
  /** Barriers and signs stand round the work. */
  barriers: z.boolean().optional(),
  /** Each place where traffic or a crane was stopped or isolated. */
  stopped: z.array(id).max(40).optional(),
  /** What was seen on the spot that no figure tells. */
  hazards: z.array(hazardSchema).max(40).optional(),
  rescue: z
    .strictObject({
      who: words(80),
      /** The day they were shown the lowering controls of this unit. */
      shownOn: z.iso.date().nullable(),
      withinCall: z.boolean(),
    })
    .optional(),
});
export type Readings = z.infer<typeof readingsSchema>;

/** Where a unit stands to work: its middle of turning, or of its length, and which way it faces. */
const spotSchema = z.strictObject({ at, facingDeg: z.number().min(0).lt(360) });
export type Spot = z.infer<typeof spotSchema>;

const degrees = z.number().min(-45).max(45);

/** A spot the unit is set up on, what is done from it, and what was found there. */
const standSchema = z.strictObject({
  spot: spotSchema,
  positions: z.array(id).max(40),
  /** As the unit stands: along its length, and across. */
  level: z.strictObject({ alongDeg: degrees, acrossDeg: degrees, at: z.iso.datetime() }).optional(),
  /** What the ground under the wheels or feet was found to be. */
  ground: z.enum(grounds).optional(),
});
export type Stand = z.infer<typeof standSchema>;

/** Of a survey: how many spots it covers at most. */
const mostStands = 12;
/** Pieces of work of all spots together. */
const mostServed = 60;
const standsSchema = z
  .array(standSchema)
  .min(1, "expected a spot to stand on")
  .max(mostStands)
  .refine(
    (stands) => stands.reduce((sum, { positions }) => sum + positions.length, 0) <= mostServed,
    `expected at most ${mostServed} pieces of work from all spots together; make a second survey`,
  );

/** All somebody gives of a survey: it is worked out from this, the plan, the sheet and the policy. */
export const surveyGivenSchema = z.strictObject({
  /** Of a test area, where functions are tried: it clears no unit to work. Left out for work. */
  purpose: z.literal("tests").optional(),
  job: jobSchema,
  stands: standsSchema,
  readings: readingsSchema,
});
export type SurveyGiven = z.infer<typeof surveyGivenSchema>;
