import { z } from "zod";
import { families } from "./families";
import { type FeatureId, featureIds, features } from "./features";
import { type FigureId, figureIds } from "./figures";
import { positionIds } from "./positions";

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

const stopButtonSchema = z.strictObject({
  id: z.string().regex(/^[a-z_]+$/, "a stop button id is lower-case words joined by _"),
  at: z.enum(["ground", "platform", "chassis"]),
  resets: z.enum(["pull", "twist", "lift_cover"]),
});

const pointSchema = z.strictObject({ xM: z.number().finite(), yM: z.number().finite() });

/**
 * The machine sheet: one per model, typed in from its manual by the owner. Everything that differs from
 * machine to machine is here; nothing in the code falls back on a guess when a figure is missing.
 */
export const sheetSchema = z
  .strictObject({
    schema: z.literal(1),
    maker: z.string().min(1),
    model: z.string().min(1),
    family: z.enum(families),
    power: z.enum([
      "battery",
      "petrol",
      "diesel",
      "gas",
      "dual_fuel",
      "hybrid",
      "vehicle_take_off",
      "hand_crank",
    ]),
    tyres: z.enum(["air", "foam_filled", "solid", "casters"]),
    features: z.partialRecord(z.enum(featureIds as [FeatureId, ...FeatureId[]]), fitSchema),
    stopButtons: z.array(stopButtonSchema).min(1),
    figures: z.partialRecord(z.enum(figureIds as [FigureId, ...FigureId[]]), figureSchema),
    positions: z.partialRecord(z.enum(positionIds), pointSchema),
  })
  .superRefine((sheet, ctx) => {
    for (const id of featureIds) {
      const entry = sheet.features[id];
      if (entry?.fit !== "not_fitted" || !features[id].safety) continue;
      const second = entry.confirmedBy !== undefined && entry.confirmedBy !== entry.enteredBy;
      if (entry.manualPage === undefined || entry.enteredBy === undefined || !second) {
        ctx.addIssue({
          code: "custom",
          path: ["features", id],
          message: `expected the manual's page and two different people to say that ${id} is not fitted, because a safety test goes with it; leave it "unknown" until both are there`,
        });
      }
    }
  });

export type Sheet = z.infer<typeof sheetSchema>;
