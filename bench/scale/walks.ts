import { promisify } from "node:util";
import { deflate, type ZlibOptions } from "node:zlib";
import { foundStowed } from "@/core/plan/found";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { judgedAlone } from "@/server/demo/past-walks";
import { seededUuid } from "@/server/demo/random";
import { type DemoAnswer, walkedEvents } from "@/server/demo/walk";
import { type Evidence, evidenceOf } from "@/server/inspections/evidence";
import type { OpenInspection } from "@/server/inspections/model";
import type { Judged } from "@/server/inspections/sign";
import { canonical, sha256 } from "@/server/ledger/chain";
import { asPacked, joinPacked, words } from "@/server/ledger/kept-events";

const pack = promisify<string, ZlibOptions, Buffer>(deflate);
const marks = /([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}|2026-01-01)/;
/** The day on which every walk below is walked, before it is put on its own. */
const anyDay = "2026-01-01";

/** A walk made by the app's own core, to be made somebody else's of another unit on another day. */
export interface Walk {
  readonly sheetId: DemoSheetId;
  readonly judged: Judged;
  readonly evidence: readonly Evidence[];
  readonly eventIds: readonly string[];
  /** Where among them each is. */
  readonly places: ReadonlyMap<string, number>;
  readonly minutes: number;
  /** Its events as they are signed for, and as they are packed. */
  readonly signed: Cut;
  readonly columns: Cut;
}

/** A text cut where an id or the day stands, and what stands there. */
interface Cut {
  readonly pieces: readonly string[];
  readonly places: readonly ("day" | "inspection" | number)[];
}

/** What anybody finds now and then; the rest is as it should be. */
const found: readonly Readonly<Record<string, DemoAnswer>>[] = [
  {},
  {},
  {},
  { "platform.deck": { condition: "slippery", putRight: "clean" } },
  { "battery.water": { condition: "low", putRight: "top_up_water" } },
  { "doc.decals": { condition: "dirty", putRight: "clean" } },
  { "doc.decals": { condition: "faded" } },
  { "frame.paint": { condition: "chipped" } },
];

/** So many walks of each model, each with its own pace and its own small things. */
export function makeWalks(each: number, random: () => number): ReadonlyMap<DemoSheetId, readonly Walk[]> {
  const ids = Object.keys(demoSheets) as DemoSheetId[];
  return new Map(
    ids.map((id) => [
      id,
      Array.from({ length: each }, (_, i) => makeWalk(id, found[i % found.length] ?? {}, random)),
    ]),
  );
}

function makeWalk(
  sheetId: DemoSheetId,
  answers: Readonly<Record<string, DemoAnswer>>,
  random: () => number,
): Walk {
  const sheet = demoSheets[sheetId];
  const inspectionId = seededUuid(random);
  const inspection = {
    id: inspectionId,
    asks: { sheetVersionId: "", sheet },
    scope: { kind: "full" },
    policy: defaultPolicy,
    found: foundStowed(sheet),
  } as const satisfies Partial<OpenInspection>;
  const saw = { position: 41, headHash: sha256(inspectionId) };
  const began = new Date(`${anyDay}T04:10:00Z`);
  const { events, endsAt } = walkedEvents(
    inspection,
    { random, answers, pace: 0.5 + random() / 4, saw },
    began,
  );
  const judged = judgedAlone(inspection, events, endsAt);
  const eventIds = events.map(({ id }) => id);
  const byId = new Map(eventIds.map((id, i) => [id, i]));
  const cut = (text: string): Cut => {
    const places: Cut["places"][number][] = [];
    const pieces = text.split(marks).filter((piece, i) => {
      if (i % 2 === 0) return true;
      places.push(piece === anyDay ? "day" : piece === inspectionId ? "inspection" : (byId.get(piece) ?? -1));
      return false;
    });
    return { pieces, places };
  };
  const minutes = (endsAt.getTime() - began.getTime()) / 60_000;
  return {
    sheetId,
    judged,
    evidence: evidenceOf(judged, events),
    eventIds,
    places: byId,
    minutes,
    signed: cut(canonical(events)),
    columns: cut(asPacked(events as unknown as Parameters<typeof asPacked>[0]).text),
  };
}

/** A walk's events under new ids on another day: packed, with their digest. */
export async function eventsAs(walk: Walk, inspectionId: string, ids: readonly string[], day: string) {
  const as = ({ pieces, places }: Cut) => {
    let text = pieces[0] ?? "";
    for (const [i, place] of places.entries()) {
      const stands = place === "day" ? day : place === "inspection" ? inspectionId : (ids[place] ?? "");
      text += stands + (pieces[i + 1] ?? "");
    }
    return text;
  };
  return { digest: sha256(as(walk.signed)), packed: joinPacked(await pack(as(walk.columns), words), ids) };
}
