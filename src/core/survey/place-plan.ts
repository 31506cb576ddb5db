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

/** The figures a mark may have, each with its unit and what it can be; what is null is not known. */
export const markFigures = {
  /** Of an obstacle or a door; of a power line its lowest conductor's, above the ground. */
  heightM: { unit: "m", least: 0, most: 200 },
  undersideM: { unit: "m", least: 0, most: 200 },
  voltageKv: { unit: "kV", least: 0.05, most: mostKv },
  /** How far wind moves a conductor to the side. */
  swayM: { unit: "m", least: 0, most: 20 },
  /** What one wheel or pad may weigh on it. */
  pointLoadKg: { unit: "kg", least: 0, most: 80_000 },
  slopeDeg: { unit: "deg", least: 0, most: 60 },
  /** The direction in which it falls, from the top of the plan, clockwise. */
  fallsDeg: { unit: "deg", least: 0, most: 360 },
  widthM: { unit: "m", least: 0.1, most: 60 },
  thresholdMm: { unit: "mm", least: 0, most: 500 },
  /** The width of the passage a door opens into, where a machine turns into it. */
  passageM: { unit: "m", least: 0.1, most: 60 },
  /** What a bridge or a goods lift carries in all. */
  carriesKg: { unit: "kg", least: 0, most: 500_000 },
} as const satisfies Record<string, { readonly unit: string; readonly least: number; readonly most: number }>;
export type MarkFigure = keyof typeof markFigures;

/** A figure of a mark, or null where nobody knows it. */
const figure = (id: MarkFigure) => z.number().min(markFigures[id].least).max(markFigures[id].most).nullable();

/** A few marks with meaning. A figure that is null is not known, and counts as the worst it could be. */
export const markSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    ...base,
    kind: z.literal("power_line"),
    at: line,
    heightM: figure("heightM"),
    voltageKv: figure("voltageKv"),
    /** A covered conductor counts as bare; it is noted so that nobody takes it for more. */
    covered: z.boolean(),
    swayM: figure("swayM"),
  }),
  z.strictObject({ ...base, kind: z.literal("overhead"), at: area, undersideM: figure("undersideM") }),
  z.strictObject({ ...base, kind: z.literal("obstacle"), at: area, heightM: figure("heightM") }),
  z.strictObject({
    ...base,
    kind: z.literal("weak_floor"),
    at: area,
    what: z.enum(weakKinds),
    pointLoadKg: figure("pointLoadKg"),
  }),
  z.strictObject({
    ...base,
    kind: z.literal("slope"),
    at: area,
    slopeDeg: figure("slopeDeg"),
    fallsDeg: figure("fallsDeg"),
  }),
  z.strictObject({ ...base, kind: z.literal("ground"), at: area, ground: z.enum(grounds) }),
  z.strictObject({ ...base, kind: z.literal("drop_off"), at: line }),
  z.strictObject({
    ...base,
    kind: z.literal("door"),
    /** From one jamb to the other. */
    at: z.tuple([at, at]),
    widthM: figure("widthM"),
    heightM: figure("heightM"),
    thresholdMm: figure("thresholdMm"),
    passageM: figure("passageM").optional(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal("ramp"),
    /** From its foot to its head. */
    at: z.tuple([at, at]),
    slopeDeg: figure("slopeDeg"),
    widthM: figure("widthM"),
  }),
  z.strictObject({ ...base, kind: z.literal("crossing"), at: area, carriesKg: figure("carriesKg") }),
  z.strictObject({ ...base, kind: z.literal("traffic"), at: area, what: z.enum(trafficKinds) }),
  z.strictObject({ ...base, kind: z.literal("atmosphere"), at: area, what: z.enum(atmospheres) }),
]);

export type Mark = z.infer<typeof markSchema>;
export type MarkKind = Mark["kind"];
export type MarkOf<Kind extends MarkKind> = Extract<Mark, { kind: Kind }>;

/** The figures of each kind, in the order in which they are asked; read off the schema. */
export const figuresOfKind = Object.fromEntries(
  markSchema.options.map(({ shape }) => [
    shape.kind.value,
    Object.keys(shape).filter((key): key is MarkFigure => key in markFigures),
  ]),
) as unknown as Readonly<Record<MarkKind, readonly MarkFigure[]>>;

export const markKinds = Object.keys(figuresOfKind) as readonly MarkKind[];

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
    /** Minutes on foot from the yard, where units are parked. Left out: no way worth counting. */
    yardMin: z.number().int().min(0).max(120).optional(),
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

/** Kinds of mark that everybody at work in a place is told of, whatever follows from them (field guide, section 15). */
const dangers: ReadonlySet<Mark["kind"]> = new Set<Mark["kind"]>([
  ...(["power_line", "overhead", "weak_floor", "drop_off"] as const),
  ...(["traffic", "atmosphere", "slope"] as const),
]);

/** The marks of a plan that everybody at work there is told of. */
export const dangersOf = (plan: PlacePlan): readonly Mark[] =>
  plan.marks.filter(({ kind }) => dangers.has(kind));
