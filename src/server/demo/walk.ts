import type { Check } from "@/core/catalogue/catalogue";
import { timedPart } from "@/core/measure/way-down";
import { eventSchemaVersion } from "@/core/record/event-form";
import type { InspectionEvent, Saw } from "@/core/record/events";
import { madeOnStep } from "@/core/record/made-on-step";
import { figureOf } from "@/core/sheet/read";
import type { Side } from "@/core/vocabulary/sides";
import { readingOf } from "@/demo/readings";
import type { Db } from "@/server/database/database";
import { ingest } from "@/server/inspections/ingest";
import { findInspection, type OpenInspection, planOf } from "@/server/inspections/model";
import { eventsHash, judge, type Signed, signInspection } from "@/server/inspections/sign";
import { headOf } from "@/server/ledger/append";
import { openMatters } from "@/server/matters/read";
import { takePicture } from "@/server/pictures/take";
import { seededUuid } from "./random";
import { type Picture, pictureOf, type SceneId } from "./scenes";

export type DemoAnswer =
  | {
      readonly condition: string;
      readonly note?: string;
      readonly putRight?: string;
      readonly where?: Side[];
      readonly sizeMm?: number;
      /** What was photographed of it. */
      readonly picture?: SceneId;
    }
  | { readonly value: number; readonly putRight?: string }
  /** Fine, and timed: seconds down from full height. */
  | { readonly downS: number };

export interface DemoWalk {
  readonly inspectionId: string;
  readonly personId: string;
  readonly signer: string;
  readonly random: () => number;
  /** Answers other than fine, by check id. */
  readonly answers?: Readonly<Record<string, DemoAnswer>>;
  /** Checks that are not made, by id. */
  readonly without?: readonly string[];
  /** Of the planned minutes, how much the person takes. */
  readonly pace?: number;
}

/** Walks a whole inspection through the app's own routes' use cases and signs what the core decides. */
export async function walkAndSign(db: Db, walk: DemoWalk, startedAt: Date): Promise<Signed> {
  const inspection = await findInspection(db, walk.inspectionId);
  if (inspection === undefined) throw new Error(`expected an inspection to walk, got ${walk.inspectionId}`);
  const saw = await headOf(db, inspection.unitId);
  const taken = new Map<SceneId, Picture>();
  for (const given of Object.values(walk.answers ?? {}))
    if ("condition" in given && given.picture !== undefined)
      taken.set(given.picture, await pictureOf(given.picture));
  const hashOf = (scene: SceneId) => taken.get(scene)?.hash ?? "";
  const walked = walkedEvents(inspection, { ...walk, saw, hashOf }, startedAt);
  const { endsAt: signedAt } = walked;
  const events = [...walked.events, ...(await saidOfMatters(db, inspection, walked.events, walk.random))];
  await ingest(db, inspection.id, walk.personId, { events }, signedAt);
  for (const { hash, bytes } of taken.values()) {
    const said = { hash, from: "0", size: `${bytes.length}` };
    await takePicture(db, inspection.id, walk.personId, said, bytes, signedAt);
  }
  const { decision } = await judge(db, inspection, events, walk.personId, signedAt);
  const signature = { kind: "typed", name: walk.signer } as const;
  return signInspection(
    db,
    inspection.id,
    walk.personId,
    { outcome: decision.outcome, eventCount: events.length, eventsHash: eventsHash(events), signature },
    signedAt,
  );
}

/** Whoever walks finds what was open before as it was. */
async function saidOfMatters(
  db: Db,
  { id: inspectionId, unitId, scope }: OpenInspection,
  events: readonly InspectionEvent[],
  random: () => number,
): Promise<readonly InspectionEvent[]> {
  const last = events.at(-1);
  if (last === undefined || scope.kind === "retest") return [];
  return (await openMatters(db, unitId, inspectionId)).map((matter, i) => ({
    schema: eventSchemaVersion,
    id: seededUuid(random),
    inspectionId,
    deviceId: last.deviceId,
    seq: last.seq + i + 1,
    follows: last.id,
    at: last.at,
    saw: last.saw,
    type: "matter",
    check: matter.check,
    finding: matter.findingId,
    says: "same",
  }));
}

/** What the person answers on the way, step by step, and when they are done. */
export function walkedEvents(
  inspection: Pick<OpenInspection, "id" | "asks" | "scope" | "policy" | "found">,
  walk: Pick<DemoWalk, "random" | "answers" | "without" | "pace"> & {
    readonly saw: Saw;
    readonly hashOf?: (scene: SceneId) => string;
  },
  startedAt: Date,
): { readonly events: readonly InspectionEvent[]; readonly endsAt: Date } {
  const events: InspectionEvent[] = [];
  let atMs = startedAt.getTime();
  for (const step of planOf(inspection).steps) {
    if (step.kind === "check" && walk.without?.includes(step.check.definition.id)) continue;
    atMs += step.minutes * 60_000 * (walk.pace ?? 0.8) * (0.7 + 0.6 * walk.random());
    const id = seededUuid(walk.random);
    const base = {
      schema: eventSchemaVersion,
      id,
      inspectionId: inspection.id,
      deviceId: "yard-tablet",
      seq: events.length + 1,
      follows: events.at(-1)?.id ?? null,
      at: new Date(atMs).toISOString(),
      saw: walk.saw,
    } as const;
    if (step.kind !== "check") events.push({ ...base, type: "changed", step: step.id });
    else {
      events.push(answer(base, step.check, walk, inspection.asks.sheet));
      const given = walk.answers?.[step.check.definition.id];
      if (given !== undefined && "downS" in given) {
        const how = { method: timedPart, inputs: { timeS: given.downS, partPercent: 100 } };
        const timed = madeOnStep(step.check.key, how);
        const next = { id: seededUuid(walk.random), seq: base.seq + 1, follows: id };
        events.push({ ...base, ...next, type: "changed", step: timed });
      }
    }
  }
  return { events, endsAt: new Date(atMs + 20_000) };
}

type Base = Pick<
  InspectionEvent,
  "schema" | "id" | "inspectionId" | "deviceId" | "seq" | "follows" | "at" | "saw"
>;

function answer(
  base: Base,
  check: Check,
  walk: Pick<DemoWalk, "random" | "answers"> & { readonly hashOf?: (scene: SceneId) => string },
  sheet: Parameters<typeof figureOf>[0],
): InspectionEvent {
  const given = walk.answers?.[check.definition.id];
  const { measure } = check.definition;
  if (measure !== undefined && (given === undefined || !("condition" in given))) {
    const limit = figureOf(sheet, measure.limit) ?? (measure.nominal === true ? 1 : 0);
    const slack = 0.05 + 0.2 * walk.random();
    const value =
      given !== undefined && "value" in given
        ? given.value
        : limit * (measure.sense === "at_least" ? 1 + slack : 1 - slack);
    const putRight = given !== undefined && "value" in given ? given.putRight : undefined;
    return {
      ...base,
      type: "measured",
      check: check.key,
      ...readingOf(measure, Math.round(value * 100) / 100),
      ...(putRight === undefined ? {} : { putRight }),
    };
  }
  if (given === undefined || !("condition" in given))
    return { ...base, type: "answered", check: check.key, result: { kind: "fine" } };
  const { picture, ...said } = given;
  const hash = picture === undefined ? undefined : walk.hashOf?.(picture);
  const pictures = hash === undefined ? {} : { pictures: [hash] };
  return { ...base, type: "answered", check: check.key, result: { kind: "condition", ...said, ...pictures } };
}
