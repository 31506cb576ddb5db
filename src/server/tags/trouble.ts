import { sql } from "kysely";
import { observedIn, type Told, toldIn } from "@/core/diagnose/answers";
import { type Causes, diagnoserOf } from "@/core/diagnose/diagnose";
import type { InspectionEvent } from "@/core/record/events";
import type { Sheet } from "@/core/sheet/sheet";
import type { Db } from "@/server/database/database";
import { unitSheet } from "@/server/inspections/model";
import { eventsOf } from "@/server/inspections/sign";
import { sealedRecord } from "@/server/records/read";
import { figuresOf } from "@/server/units/figures";

/** What is known of the trouble a tag was raised for. */
export interface Trouble {
  readonly sheet: Sheet;
  /** What the inspection that found it tells of its tests; nothing for a tag raised by word alone. */
  readonly told: readonly Told[];
  /** How often each part was found to be the cause on machines of this model. */
  readonly causes: Causes;
}

/** What is known of a tag's trouble; undefined for a unit without a sheet. */
export async function troubleOf(db: Db, tagId: string): Promise<Trouble | undefined> {
  const tag = await db
    .selectFrom("tag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .leftJoin("finding as f", "f.id", "t.findingId")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["t.unitId", "f.inspectionId", "u.sheetVersionId", "v.sheetId"])
    .where("t.id", "=", tagId)
    .executeTakeFirst();
  if (tag?.sheetVersionId == null) return undefined;
  const { sheet } = await unitSheet(db, tag.sheetVersionId, await figuresOf(db, tag.unitId));
  const events = tag.inspectionId === null ? [] : await eventsFor(db, tag.inspectionId);
  return { sheet, told: toldIn(sheet, events), causes: await causesOf(db, tag.sheetId) };
}

/** An inspection's events, open or signed. */
async function eventsFor(db: Db, inspectionId: string): Promise<readonly InspectionEvent[]> {
  const open = await eventsOf(db, inspectionId);
  return open.length > 0 ? open : ((await sealedRecord(db, inspectionId))?.document.events ?? []);
}

/** The causes technicians have recorded on machines of one model, by part. */
async function causesOf(db: Db, sheetId: string | null): Promise<Causes> {
  if (sheetId === null) return {};
  const rows = await db
    .selectFrom("tagStep as s")
    .innerJoin("tag as t", "t.id", "s.tagId")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select([sql<string>`s.detail->>'component'`.as("component"), sql<string>`count(*)`.as("times")])
    .where("v.sheetId", "=", sheetId)
    .where("s.kind", "=", "repaired")
    .where(sql<boolean>`s.detail ? 'component'`)
    .groupBy(sql`s.detail->>'component'`)
    .execute();
  return Object.fromEntries(rows.map(({ component, times }) => [component, Number(times)]));
}

/** Where the true cause stood among the suspects, from 1; null where it was not among them. */
export interface Scored {
  readonly component: string;
  readonly place: number | null;
  readonly suspects: number;
}

/** Held against what the walk told and the technician tried, worked out anew here. */
export function scored(trouble: Trouble, component: string, tried: readonly Told[]): Scored {
  const named = new Map([...trouble.told, ...tried].map((one) => [one.question, one]));
  const { explanations } = diagnoserOf(trouble.sheet).diagnose(
    observedIn([...named.values()]),
    trouble.causes,
  );
  const at = explanations.findIndex(({ groups }) =>
    groups.flat().some((fault) => fault.component === component),
  );
  return { component, place: at < 0 ? null : at + 1, suspects: explanations.length };
}

/** Whether the machine has this part. */
export const hasComponent = ({ sheet }: Trouble, component: string): boolean =>
  diagnoserOf(sheet).suspects.some(({ faults }) => faults.some((fault) => fault.component === component));
