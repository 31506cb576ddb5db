import { z } from "zod";
import { mostKv } from "../vocabulary/line-rule";

/** The longest side of a plan, in metres. */
export const mostSideM = 300;
const mostMarks = 200;
const mostPoints = 60;
/** Of all power lines together: each piece is held against every piece of work. */
const mostLinePoints = 40;

const metre = z.number().min(0).max(mostSideM);
const at = z.strictObject({ x: metre, y: metre });
const line = z.array(at).min(2, "expected a line of at least two points").max(mostPoints);
const area = z.array(at).min(3, "expected an area of at least three points").max(mostPoints);
const heightM = z.number().min(0).max(200).nullable();
const slopeDeg = z.number().min(0).max(60).nullable();
/** Degrees from the top of the plan, clockwise. */
const bearing = z.number().min(0).lt(360);

/** What a machine may stand on, by what it bears (`pads.ts`). */
export const grounds = [
  "not_known",
  "soft",
  "loose",
  "firm_soil",
  "gravel_compacted",
  "paved",
  "concrete",
] as const;
export type Ground = (typeof grounds)[number];

export const weakKinds = ["culvert", "duct", "cover", "cellar", "old_floor"] as const;
export const trafficKinds = ["vehicles", "public", "machines", "crane"] as const;
export const atmospheres = ["gas", "dust"] as const;

const base = {
  id: z.string().regex(/^[a-z0-9_-]{1,40}$/, "expected up to 40 small letters, digits, - and _"),
  name: z.string().trim().min(1).max(80),
};

/** A few marks with meaning. A figure that is null is not known, and counts as the worst it could be. */
export const markSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    ...base,
    kind: z.literal("power_line"),
    at: line,
    /** Of its lowest conductor above the ground. */
    heightM,
    voltageKv: z.number().min(0.05).max(mostKv).nullable(),
    /** A covered conductor counts as bare; it is noted so that nobody takes it for more. */
    covered: z.boolean(),
    /** How far wind moves the conductor to the side. */
    swayM: z.number().min(0).max(20).nullable(),
  }),
  z.strictObject({ ...base, kind: z.literal("overhead"), at: area, undersideM: heightM }),
  z.strictObject({ ...base, kind: z.literal("obstacle"), at: area, heightM }),
  z.strictObject({
    ...base,
    kind: z.literal("weak_floor"),
    at: area,
    what: z.enum(weakKinds),
    /** What one wheel or pad may weigh on it. */
    pointLoadKg: z.number().min(0).max(80_000).nullable(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal("slope"),
    at: area,
    slopeDeg,
    /** The direction in which it falls. */
    fallsDeg: bearing.nullable(),
  }),
  z.strictObject({ ...base, kind: z.literal("ground"), at: area, ground: z.enum(grounds) }),
  z.strictObject({ ...base, kind: z.literal("drop_off"), at: line }),
  z.strictObject({
    ...base,
    kind: z.literal("door"),
    /** From one jamb to the other. */
    at: z.tuple([at, at]),
    widthM: z.number().min(0.1).max(60).nullable(),
    heightM,
    thresholdMm: z.number().min(0).max(500).nullable(),
    /** The width of the passage it opens into, where a machine turns into it. */
    passageM: z.number().min(0.1).max(60).nullable().optional(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal("ramp"),
    /** From its foot to its head. */
    at: z.tuple([at, at]),
    slopeDeg,
    widthM: z.number().min(0.1).max(60).nullable(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal("crossing"),
    at: area,
    /** What a bridge or a goods lift carries in all. */
    carriesKg: z.number().min(0).max(500_000).nullable(),
  }),
  z.strictObject({ ...base, kind: z.literal("traffic"), at: area, what: z.enum(trafficKinds) }),
  z.strictObject({ ...base, kind: z.literal("atmosphere"), at: area, what: z.enum(atmospheres) }),
]);

export type Mark = z.infer<typeof markSchema>;
export type MarkKind = Mark["kind"];
export type MarkOf<Kind extends MarkKind> = Extract<Mark, { kind: Kind }>;
export const markKinds = [
  "power_line",
  "overhead",
  "obstacle",
  "weak_floor",
  "slope",
  "ground",
  "drop_off",
  "door",
  "ramp",
  "crossing",
  "traffic",
  "atmosphere",
] as const satisfies readonly MarkKind[];

/** How a mark is set: along a line, round an area, or from one end to the other. */
export const drawnAs = {
  power_line: "line",
  overhead: "area",
  obstacle: "area",
  weak_floor: "area",
  slope: "area",
  ground: "area",
  drop_off: "line",
  door: "ends",
  ramp: "ends",
  crossing: "area",
  traffic: "area",
  atmosphere: "area",
} as const satisfies Record<MarkKind, "line" | "area" | "ends">;

/** How rough the land round a place is to the wind (`wind.ts`). */
export const terrains = ["not_known", "open", "hedges", "built_up"] as const;
export type Terrain = (typeof terrains)[number];

/**
 * A kept plan of a place, drawn once: its size in metres, what its floor or ground is where no mark says otherwise, and its
 * marks. Saved and exchanged as this JSON.
 */
export const placePlanSchema = z
  .strictObject({
    schema: z.literal(1),
    name: z.string().trim().min(1).max(80),
    widthM: z.number().min(2).max(mostSideM),
    depthM: z.number().min(2).max(mostSideM),
    under: z.enum(["open_sky", "roof"]),
    terrain: z.enum(terrains),
    ground: z.enum(grounds),
    /** What one wheel or pad may weigh anywhere on it; null: not known. Left out: it stands on the ground itself. */
    floorPointLoadKg: z.number().min(0).max(80_000).nullable().optional(),
    /** The clear height under its roof. */
    roofM: z.number().min(1).max(200).nullable().optional(),
    marks: z.array(markSchema).max(mostMarks),
  })
  .superRefine((plan, ctx) => {
    const ids = new Set<string>();
    const linePoints = plan.marks.reduce(
      (sum, { kind, at }) => sum + (kind === "power_line" ? at.length : 0),
      0,
    );
    if (linePoints > mostLinePoints)
      ctx.addIssue({
        code: "custom",
        path: ["marks"],
        message: `expected at most ${mostLinePoints} points of power lines in all, got ${linePoints}; draw them straighter, or as two places`,
      });
    plan.marks.forEach((mark, index) => {
      if (ids.has(mark.id))
        ctx.addIssue({ code: "custom", path: ["marks", index, "id"], message: `${mark.id} is there twice` });
      ids.add(mark.id);
      const outside = mark.at.find(({ x, y }) => x > plan.widthM || y > plan.depthM);
      if (outside !== undefined)
        ctx.addIssue({
          code: "custom",
          path: ["marks", index, "at"],
          message: `expected points of ${mark.name} within ${plan.widthM} by ${plan.depthM} m, got ${outside.x}, ${outside.y}`,
        });
    });
  });

export type PlacePlan = z.infer<typeof placePlanSchema>;

/** The marks of a kind. */
export const marksOf = <Kind extends MarkKind>(plan: PlacePlan, kind: Kind): readonly MarkOf<Kind>[] =>
  plan.marks.filter((mark): mark is MarkOf<Kind> => mark.kind === kind);

/** The published JSON Schema (draft 2020-12) of a plan, from the schema the app itself reads with. */
export const placePlanJsonSchema = (): Record<string, unknown> => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Rook Step plan of a place",
  ...z.toJSONSchema(placePlanSchema, { target: "draft-2020-12", io: "input" }),
});
