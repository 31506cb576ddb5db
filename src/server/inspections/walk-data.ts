import type { OnWalk, WalkAnswer, WalkData } from "@/contract/walk";
import { shiftFor } from "@/core/decision/standing";
import type { InspectionEvent, Saw } from "@/core/record/events";
import type { Db } from "@/server/database/database";
import { headOf } from "@/server/ledger/append";
import { namesOf } from "@/server/people/names";
import type { SignedIn } from "@/server/people/session";
import { requireOwnInspection } from "./access";
import { topUpsBefore } from "./context";
import { decisionFacts } from "./facts";
import { minutesOf } from "./minutes";
import { findInspection, type OpenInspection } from "./model";
import { noInspection } from "./no-inspection";
import { eventsOf } from "./sign";

/** An inspection this person is on, with its events, as it stands; undefined once it is signed. */
export async function openFor(db: Db, id: string, person: SignedIn) {
  await requireOwnInspection(db, id, person);
  const inspection = await findInspection(db, id);
  if (inspection === undefined) throw noInspection(id);
  if (inspection.sealed) return undefined;
  // The head first: a device may say it has seen less than it was shown, never more.
  const head = await headOf(db, inspection.unitId);
  return { inspection, head, events: await eventsOf(db, id) };
}

/** All a device needs to go on with this person's inspection, signal or not. */
export async function walkAnswer(db: Db, id: string, person: SignedIn, at: Date): Promise<WalkAnswer> {
  const open = await openFor(db, id, person);
  if (open === undefined) return { sealed: true };
  const { inspection, events, head } = open;
  return { sealed: false, walk: await walkData(db, inspection, events, head, person, at) };
}

/** Everybody on an inspection by name, who began it first. */
export async function peopleOn(
  db: Db,
  { people }: Pick<OpenInspection, "people">,
): Promise<readonly OnWalk[]> {
  const names = await namesOf(db, people);
  return people.map((id) => ({ id, name: names.get(id) ?? id }));
}

/** A walk as a device is given it. */
export async function walkData(
  db: Db,
  inspection: OpenInspection,
  events: readonly InspectionEvent[],
  { position, headHash }: Saw,
  person: SignedIn,
  at: Date,
): Promise<WalkData> {
  const { id, plate, scope, asks, policy, found, unitId } = inspection;
  const site = await db
    .selectFrom("site")
    .select(["shifts", "timeZone"])
    .where("id", "=", inspection.siteId)
    .executeTakeFirstOrThrow();
  return {
    id,
    unitId,
    plate,
    scope,
    sheet: asks.sheet,
    policy,
    found,
    events,
    head: { position, headHash },
    facts: await decisionFacts(db, inspection, events, person.id, at),
    minutes: await minutesOf(db, inspection.sheetId),
    topUps: Object.fromEntries(await topUpsBefore(db, unitId, id, policy)),
    person: { id: person.id, name: person.name },
    people: await peopleOn(db, inspection),
    nowMs: at.getTime(),
    zone: site.timeZone,
    shift: shiftFor(site.shifts, at.getTime(), site.timeZone),
  };
}
