import { z } from "zod";
import { findingGrades } from "@/core/vocabulary/grades";
import { outcomeIds } from "@/core/vocabulary/outcomes";
import { type PartId, parts } from "@/core/vocabulary/parts";
import { scopeKinds } from "@/core/vocabulary/scope";

const text = z.string().trim().min(1).max(80).optional().catch(undefined);
const day = z.iso.date().optional().catch(undefined);
const hours = z.coerce.number().min(0).max(999_999).optional().catch(undefined);

/** What records are looked for by. Whatever is none of it is left out, so that an old address still finds something. */
export const askedSchema = z.object({
  /** A plate, a serial number or a model, or part of one. */
  unit: text,
  /** A name or a badge number. */
  person: text,
  part: z
    .enum(Object.keys(parts) as [PartId, ...PartId[]])
    .optional()
    .catch(undefined),
  condition: z
    .string()
    .regex(/^[a-z_]{2,60}$/)
    .optional()
    .catch(undefined),
  /** Where on the machine something was found. */
  place: z
    .string()
    .regex(/^[a-z_]{2,40}$/)
    .optional()
    .catch(undefined),
  /** `failed`: whatever of the machine had to be repaired, or tagged it out. */
  grade: z
    .enum([...findingGrades, "failed"])
    .optional()
    .catch(undefined),
  /** What the hour meter showed: from, and below. */
  hoursFrom: hours,
  hoursTo: hours,
  outcome: z.enum(outcomeIds).optional().catch(undefined),
  scope: z.enum(scopeKinds).optional().catch(undefined),
  /** Days by the site's clock, both counted in. */
  from: day,
  to: day,
  /** Words of a note. */
  words: text,
  /** Where the page before ended. */
  before: z
    .string()
    .regex(/^\d{1,14}\.[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/)
    .optional()
    .catch(undefined),
});

export type RecordsAsked = z.infer<typeof askedSchema>;

/** What is asked in the query of an address. */
export const askedIn = (query: Readonly<Record<string, string | undefined>>): RecordsAsked =>
  askedSchema.parse(query);

/** The query of an address that asks the same. */
export function queryFor(asked: RecordsAsked, more: Partial<RecordsAsked> = {}): string {
  const entries = Object.entries({ ...asked, ...more }).filter(([, value]) => value !== undefined);
  return new URLSearchParams(entries.map(([name, value]) => [name, `${value}`])).toString();
}
