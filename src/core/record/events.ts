import { z } from "zod";
import { sides, sizeRange } from "../vocabulary/sides";
import { eventSchemaVersion, mostPictures } from "./event-form";

/** Text every store can keep: no NUL, no half of a surrogate pair. */
const text = (most: number) =>
  z
    .string()
    .max(most)
    .refine((value) => isStorable(value), "expected text without NUL or half characters; type it again");

export function isStorable(value: string): boolean {
  for (let i = 0; i < value.length; i++) {
    const unit = value.charCodeAt(i);
    if (unit === 0) return false;
    if (unit < 0xd800 || unit > 0xdfff) continue;
    const next = value.charCodeAt(i + 1);
    if (unit > 0xdbff || !(next >= 0xdc00 && next <= 0xdfff)) return false;
    i += 1;
  }
  return true;
}

/** What the device had seen of the unit's ledger when an event was made: causality without clocks. */
const sawSchema = z.strictObject({
  position: z.number().int().min(0).max(2_147_483_647),
  /** Hash of the entry at that position; empty at 0. */
  headHash: z.string().regex(/^([0-9a-f]{64})?$/),
});
export type Saw = z.infer<typeof sawSchema>;

/**
 * One event of an inspection. Made on the device, never edited. `at` is the device's clock and only for
 * showing; `seq` (per device, from 1) and `follows` order events, `saw` sets them among the unit's entries.
 */
const base = {
  schema: z.literal(eventSchemaVersion),
  id: z.uuid(),
  inspectionId: z.uuid(),
  deviceId: text(64).min(1),
  seq: z.number().int().min(1).max(2_147_483_647),
  follows: z.uuid().nullable(),
  at: z.iso.datetime(),
  saw: sawSchema,
  /** Who made it, where that is not whoever began the inspection. */
  by: text(64).min(1).optional(),
};

export const pictureHash = z.string().regex(/^[0-9a-f]{64}$/);
const checkKey = text(120).min(1);
const supersedes = z.strictObject({ event: z.uuid(), reason: text(400).min(1) });
const note = text(1000);
const reading = z.number().finite().min(-1e9).max(1e9);

/** What a person says of an open finding they inherited. */
export const matterSays = ["same", "worse", "gone"] as const;

export const eventSchema = z.discriminatedUnion("type", [
  z.strictObject({
    ...base,
    type: z.literal("answered"),
    check: checkKey,
    result: z.discriminatedUnion("kind", [
      z.strictObject({
        kind: z.literal("fine"),
        /** What kept a movement from coming at first, found and set right: no fault (an interlock's id). */
        cause: text(60).optional(),
      }),
      z.strictObject({
        kind: z.literal("condition"),
        condition: text(60).min(1),
        note: note.optional(),
        where: z.array(z.enum(sides)).min(1).max(sides.length).optional(),
        /** Along its longest side. */
        sizeMm: z.number().min(sizeRange.least).max(sizeRange.most).optional(),
        putRight: text(40).optional(),
        /** Interlocks the operator ruled out before calling it a fault. */
        ruledOut: z.array(text(60)).max(60).optional(),
        /** Pictures of it, by the SHA-256 of their bytes; these are sent by themselves. */
        pictures: z.array(pictureHash).min(1).max(mostPictures).optional(),
      }),
    ]),
    supersedes: supersedes.optional(),
  }),
  z.strictObject({
    ...base,
    type: z.literal("measured"),
    check: checkKey,
    /** In the unit of the check's measure. */
    value: reading,
    /** What was really read, and by which method the value follows from it (`measure/methods.ts`). */
    how: z.strictObject({ method: text(40).min(1), inputs: z.record(text(40).min(1), reading) }).optional(),
    /** The limit as read off the plate, where the sheet has none. */
    limitRead: reading.optional(),
    putRight: text(40).optional(),
    supersedes: supersedes.optional(),
  }),
  z.strictObject({
    ...base,
    type: z.literal("skipped"),
    check: checkKey,
    reason: text(400).min(1),
    supersedes: supersedes.optional(),
  }),
  /** What has become of a finding that was open on the unit when this inspection began, or came up beside it. */
  z.strictObject({
    ...base,
    type: z.literal("matter"),
    check: checkKey,
    finding: z.uuid(),
    says: z.enum(matterSays),
    reason: text(400).optional(),
  }),
  z.strictObject({ ...base, type: z.literal("changed"), step: text(120).min(1) }),
]);

export type InspectionEvent = z.infer<typeof eventSchema>;
export type EventOf<T extends InspectionEvent["type"]> = Extract<InspectionEvent, { type: T }>;

type Stamped = keyof typeof base;
type BodyOf<E> = E extends InspectionEvent ? Omit<E, Stamped> : never;
/** What an event says, before its device has numbered and dated it. */
export type EventBody = BodyOf<InspectionEvent>;

/** An event of an earlier form in today's. One from before `saw` has seen nothing of the ledger. */
export function upcast(raw: unknown): unknown {
  if (typeof raw !== "object" || raw === null || "schema" in raw) return raw;
  return { ...raw, schema: eventSchemaVersion, saw: { position: 0, headHash: "" } };
}
