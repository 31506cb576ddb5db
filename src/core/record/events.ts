import { z } from "zod";

/**
 * One event of an inspection. Made on the device, never edited. `at` is the device's clock and only for
 * showing; `seq` (per device, from 1) and `follows` order events.
 */
const base = {
  id: z.uuid(),
  inspectionId: z.uuid(),
  deviceId: z.string().min(1).max(64),
  seq: z.number().int().min(1),
  follows: z.uuid().nullable(),
  at: z.iso.datetime(),
};

const checkKey = z.string().min(1).max(120);
const supersedes = z.strictObject({ event: z.uuid(), reason: z.string().min(1).max(400) });
const note = z.string().max(1000);

export const eventSchema = z.discriminatedUnion("type", [
  z.strictObject({
    ...base,
    type: z.literal("answered"),
    check: checkKey,
    result: z.discriminatedUnion("kind", [
      z.strictObject({ kind: z.literal("fine") }),
      z.strictObject({
        kind: z.literal("condition"),
        condition: z.string().min(1).max(60),
        note: note.optional(),
        putRight: z.string().max(40).optional(),
        /** Interlocks the operator ruled out before calling it a fault. */
        ruledOut: z.array(z.string().max(60)).max(60).optional(),
      }),
    ]),
    supersedes: supersedes.optional(),
  }),
  z.strictObject({
    ...base,
    type: z.literal("measured"),
    check: checkKey,
    /** In the unit of the check's measure. */
    value: z.number().finite(),
    /** The limit as read off the plate, where the sheet has none. */
    limitRead: z.number().finite().optional(),
    putRight: z.string().max(40).optional(),
    supersedes: supersedes.optional(),
  }),
  z.strictObject({
    ...base,
    type: z.literal("skipped"),
    check: checkKey,
    reason: z.string().min(1).max(400),
    supersedes: supersedes.optional(),
  }),
  z.strictObject({ ...base, type: z.literal("changed"), step: z.string().min(1).max(120) }),
]);

export type InspectionEvent = z.infer<typeof eventSchema>;
export type EventOf<T extends InspectionEvent["type"]> = Extract<InspectionEvent, { type: T }>;

/** What every event carries, even one this version cannot read: enough to keep it and to hold the seal. */
export const envelopeSchema = z.looseObject({ ...base, type: z.string().min(1).max(40) });
export type EventEnvelope = z.infer<typeof envelopeSchema>;

export const eventTypes: readonly string[] = eventSchema.options.map((option) => option.shape.type.value);
