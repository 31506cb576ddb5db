import type { z } from "zod";
import { mayExplain } from "@/core/machine/rule-out";
import { eventSchema, type InspectionEvent, upcast } from "@/core/record/events";
import { checksByKey, type OpenInspection } from "./model";

/** What came as one event of a batch: taken, or kept and held with what is wrong. */
export type ReadEvent =
  | { readonly index: number; readonly kind: "good"; readonly event: InspectionEvent }
  | {
      readonly index: number;
      readonly kind: "unreadable" | "refused";
      readonly id: string | null;
      readonly problem: string;
      readonly raw: unknown;
    };

export type BadEvent = Exclude<ReadEvent, { readonly kind: "good" }>;

export const isBad = (read: ReadEvent): read is BadEvent => read.kind !== "good";

/** A hash of the unit's ledger by position, for what events say they had seen. */
export type HashAt = (position: number) => string | undefined;

/** Reads one event, whatever it is, taken in one person's name or in nobody's yet. Never throws. */
export function readEvent(
  raw: unknown,
  index: number,
  inspection: OpenInspection,
  hashAt: HashAt,
  by?: string,
): ReadEvent {
  const id =
    typeof raw === "object" && raw !== null && "id" in raw && typeof raw.id === "string" ? raw.id : null;
  const parsed = eventSchema.safeParse(upcast(raw));
  if (!parsed.success) return { index, kind: "unreadable", id, problem: wordsOf(raw, parsed.error), raw };
  const problem = misfitOf(parsed.data, inspection, hashAt, by);
  return problem === undefined
    ? { index, kind: "good", event: parsed.data }
    : { index, kind: "refused", id, problem, raw };
}

/** The check an event is about, on the unit's sheet as it is, or as it was when the inspection began. */
export function checkOf(inspection: OpenInspection, key: string) {
  return (
    checksByKey(inspection.asks).get(key) ??
    (inspection.began === undefined ? undefined : checksByKey(inspection.began).get(key))
  );
}

function misfitOf(
  event: InspectionEvent,
  inspection: OpenInspection,
  hashAt: HashAt,
  takenAs: string | undefined,
): string | undefined {
  if (event.inspectionId !== inspection.id)
    return `expected an event of inspection ${inspection.id}, got one of ${event.inspectionId}; send it there`;
  const { people, personId } = inspection;
  if (takenAs !== undefined && ((event.by ?? personId) !== takenAs || !people.includes(takenAs)))
    return "expected an event of somebody on this inspection, brought in their own name; join it first";
  const { position, headHash } = event.saw;
  if (position > 0 && hashAt(position) !== headHash)
    return `expected a head of this unit's ledger, got entry ${position} with another hash; reload the inspection`;
  if (event.type === "changed" || event.type === "matter") return undefined;
  const check = checkOf(inspection, event.check);
  if (check === undefined)
    return `expected a check of this machine's sheet, got ${event.check}; reload the inspection`;
  if (event.type === "measured" && check.definition.measure === undefined)
    return `${event.check} takes a word, not a reading`;
  if (event.type !== "answered") return undefined;
  if (event.result.kind === "fine") {
    const { cause } = event.result;
    return cause === undefined || mayExplain(cause)
      ? undefined
      : `${cause} explains nothing: it tags the unit out; report it as what it is`;
  }
  const known = Object.keys(check.conditions);
  return known.includes(event.result.condition)
    ? undefined
    : `expected one of ${known.join(", ")} for ${event.check}, got ${event.result.condition}`;
}

/** What is wrong with an event's form: first what it lacks, then what came where something else was expected. */
function wordsOf(raw: unknown, error: z.ZodError): string {
  const lacks: string[] = [];
  const wrong: string[] = [];
  for (const { path, message } of error.issues) {
    const at = path.join(".") || "event";
    if (valueAt(raw, path) === undefined) lacks.push(at);
    else wrong.push(`${at}: ${plain(message)}`);
  }
  return [...(lacks.length === 0 ? [] : [`it has no ${lacks.join(", ")}`]), ...wrong].join("; ");
}

/** The library's words without its own "Invalid input". */
const plain = (message: string): string =>
  message
    .replace(/^Invalid (input(: |$)|discriminator value\. )/, "")
    .replace("Expected", "expected")
    .replace("received", "got") || "not known";

const valueAt = (raw: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key],
    raw,
  );
