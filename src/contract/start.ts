import { z } from "zod";
import { deviceSignature } from "./signed-schema";
import type { WalkData } from "./walk";

/**
 * The server's dated word that a person may begin an inspection of a unit where there is no signal: what the unit's ledger
 * was, and when. An inspection begun with it counts its age from then.
 */
export const startWordSchema = z.strictObject({
  unitId: z.uuid(),
  personId: z.uuid(),
  position: z.number().int().min(0),
  headHash: z.string(),
  atMs: z.number().int(),
  /** By the server's key over the rest. */
  signature: z.string().max(200),
});
export type StartWord = z.infer<typeof startWordSchema>;

/** `POST /api/inspections` for one begun on a device: its events name it by the id it was given there. */
export const elsewhereSchema = z.strictObject({
  id: z.uuid(),
  unitId: z.uuid(),
  word: startWordSchema,
  signed: deviceSignature.optional(),
});
export type BegunElsewhere = z.infer<typeof elsewhereSchema>;

/** A unit that can be inspected without a signal: a walk of it as it would begin now, and the word to begin it with. */
export interface Prepared {
  readonly walk: Omit<WalkData, "id">;
  /** As on its plate. */
  readonly serial: string;
  readonly word: StartWord;
}

/** `GET /api/prepared`: the units a person may inspect, those of the shift first. */
export interface PreparedAnswer {
  readonly prepared: readonly Prepared[];
}
