import { z } from "zod";
import { figureRange, isBelievableFigure } from "../vocabulary/believable";
import { choiceIds, choices, choicesOf } from "../vocabulary/choices";
import { booms, families, powers, powersOf, tyreKinds } from "../vocabulary/families";
import { type FeatureId, familyMayHave, featureIds, partOf } from "../vocabulary/features";
import { type FigureId, figureIds, figureTable } from "../vocabulary/figures";
import { positionIds, positionTable } from "../vocabulary/positions";
import { lampActs, lampIds, patterns, soundIds } from "../vocabulary/signs";

const fitSchema = z.discriminatedUnion("fit", [
  z.strictObject({ fit: z.literal("fitted") }),
  z.strictObject({ fit: z.literal("unknown") }),
  z.strictObject({
    fit: z.literal("not_fitted"),
    /** Page of the maker's manual that shows the feature is absent. */
    manualPage: z.string().min(1).optional(),
    enteredBy: z.string().min(1).optional(),
    confirmedBy: z.string().min(1).optional(),
  }),
]);

const figureSchema = z.strictObject({
  value: z.number().finite(),
  /** Page of the maker's manual the figure was read from. */
  page: z.string().min(1),
});

/** Days and hours a check may be left, at most: a year, or what a machine in use by day runs in one. */
export const longestInterval = { days: 366, hours: 2000 } as const;

const intervalSchema = z.strictObject({
  days: z.number().int().min(1).max(longestInterval.days).optional(),
  /** Of the machine's own hours. */
  hours: z.number().int().min(1).max(longestInterval.hours).optional(),
  /** Page of the maker's manual that says so. */
  page: z.string().trim().min(1).max(80),
});

const stopButtonSchema = z.strictObject({
  id: z
    .string()
    .max(40)
    .regex(/^[a-z_]+$/, "a stop button id is lower-case words joined by _"),
  at: z.enum(["ground", "platform", "chassis", "remote"]),
  resets: z.enum(["pull", "twist", "lift_cover"]),
});

const lampSaysSchema = z.strictObject({
  /** In the manual's sense, short. */
  means: z.string().min(1).max(160),
  act: z.enum(lampActs),
  page: z.string().min(1),
});

const lampSchema = z.strictObject({
  at: z.enum(["ground", "platform", "chassis"]),
  colour: z.enum(["red", "amber", "green", "blue", "white"]),
  /** The maker's own shape, in words: what a person looks for. */
  shape: z.string().min(1).max(80),
  steady: lampSaysSchema.optional(),
  flashing: lampSaysSchema.optional(),
});

/** The range-of-motion diagram of a boom for one load range: where the middle of its platform's floor can stand. */
const outlineSchema = z.strictObject({
  points: z
    .array(
      z.strictObject({
        /** From the middle of turning. */
        outM: z.number().min(-10).max(120),
        /** Above the ground. */
        heightM: z.number().min(-20).max(120),
      }),
    )
    .min(3, "expected an outline of at least three points")
    .max(60),
  page: z.string().trim().min(1).max(80),
});

const pointSchema = z.strictObject({ xM: z.number().finite(), yM: z.number().finite() });

/** More than any lift has, and few enough to plan. */
const mostStopButtons = 12;

/**
 * The machine sheet: one per model, typed in from its manual by the owner. Everything that differs from
 * machine to machine is here; nothing in the code falls back on a guess when a figure is missing.
 */
export const sheetSchema = z
  .strictObject({
    schema: z.literal(1),
    maker: z.string().min(1).max(80),
    model: z.string().min(1).max(80),
    family: z.enum(families),
    power: z.enum(powers),
    tyres: z.enum(tyreKinds),
    features: z.partialRecord(z.enum(featureIds as [FeatureId, ...FeatureId[]]), fitSchema),
    choices: z
      .partialRecord(z.enum(choiceIds as [(typeof choiceIds)[number]]), z.string())
      .optional()
      .describe("How a thing is built, where makers differ; one left out is unknown"),
    stopButtons: z
      .array(stopButtonSchema)
      .max(mostStopButtons, `expected at most ${mostStopButtons} stop buttons on one machine`),
    lamps: z.partialRecord(z.enum(lampIds), lampSchema).optional(),
    alarms: z.partialRecord(z.enum(soundIds), z.enum(patterns)).optional(),
    figures: z.partialRecord(z.enum(figureIds as [FigureId, ...FigureId[]]), figureSchema),
    positions: z.partialRecord(z.enum(positionIds), pointSchema),
    outlines: z
      .strictObject({ usual: outlineSchema.optional(), heavy: outlineSchema.optional() })
      .optional()
      .describe(
        "Range-of-motion outlines of a boom, one for each load range: a closed polygon of where the middle of the platform's floor can stand",
      ),
    intervals: z
      .record(
        z
          .string()
          .max(60)
          .regex(/^[a-z_]+\.[a-z_]+$/, "expected the id of a check"),
        intervalSchema,
      )
      .optional()
      .describe(
        "Checks the manual has made less often than at every pre-use inspection, by their id: whichever of days and hours is over first; with neither, only after something has happened to the machine. See catalogue/interval.ts for those that may be left at all",
      ),
  })
  .superRefine((sheet, ctx) => {
    const refuse = (path: (string | number)[], message: string) =>
      ctx.addIssue({ code: "custom", path, message });
    const family = sheet.family.replaceAll("_", " ");
    if (!powersOf[sheet.family].includes(sheet.power)) {
      refuse(
        ["power"],
        `expected one of ${powersOf[sheet.family].join(", ")} for a ${family}, got ${sheet.power}`,
      );
    }
    for (const id of featureIds) {
      const entry = sheet.features[id];
      if (entry === undefined) continue;
      if (entry.fit === "fitted" && !familyMayHave(sheet.family, id)) {
        refuse(["features", id], `a ${family} has no ${id}; remove it or choose the family it belongs to`);
      }
      const whole = partOf[id];
      if (entry.fit === "fitted" && whole !== undefined && sheet.features[whole]?.fit === "not_fitted") {
        refuse(["features", id], `expected no ${id} on a machine without ${whole}; correct one of the two`);
      }
    }
    const asked = choicesOf(sheet.family);
    for (const id of choiceIds) {
      const value = sheet.choices?.[id];
      if (value === undefined) continue;
      const values: readonly string[] = choices[id].values;
      if (!asked.includes(id)) refuse(["choices", id], `a ${family} has no ${id}; remove it`);
      else if (!values.includes(value)) {
        refuse(["choices", id], `expected one of ${values.join(", ")}, got ${JSON.stringify(value)}`);
      }
    }
    for (const id of figureIds) {
      const figure = sheet.figures[id];
      if (figure === undefined) continue;
      if (!(figureTable[id].families as readonly string[]).includes(sheet.family)) {
        refuse(["figures", id], `a ${family} has no ${id}; remove it`);
      }
      const { unit } = figureTable[id];
      if (!isBelievableFigure(unit, figure.value)) {
        const [least, most] = figureRange[unit];
        refuse(["figures", id, "value"], `expected ${least} to ${most} ${unit}, got ${figure.value}`);
      }
    }
    for (const id of positionIds) {
      if (
        sheet.positions[id] !== undefined &&
        !(positionTable[id] as readonly string[]).includes(sheet.family)
      ) {
        refuse(["positions", id], `a ${family} has no ${id}; remove it`);
      }
    }
    if (sheet.outlines !== undefined && !(booms as readonly string[]).includes(sheet.family))
      refuse(["outlines"], `a ${family} has no boom and goes straight up; remove its outlines`);
    if (sheet.stopButtons.length === 0 && sheet.power !== "hand_crank") {
      refuse(["stopButtons"], "expected at least one stop button: only a hand-cranked mast has none");
    }
    const names = sheet.stopButtons.map((b) => b.id);
    names.forEach((id, index) => {
      if (names.indexOf(id) !== index) refuse(["stopButtons", index, "id"], `${id} is there twice`);
    });
  });

export type SheetInterval = z.infer<typeof intervalSchema>;
export type SheetLampSays = z.infer<typeof lampSaysSchema>;
export type Sheet = z.infer<typeof sheetSchema>;
