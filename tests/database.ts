import { randomUUID } from "node:crypto";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "kysely";
import { afterAll, beforeAll } from "vitest";
import { eventSchemaVersion } from "@/core/record/event-form";
import type { InspectionEvent } from "@/core/record/events";
import type { Sheet } from "@/core/sheet/sheet";
import { defaultPolicy, type Policy } from "@/core/vocabulary/policy";
import { seeded } from "@/core/vocabulary/seeded";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { type Db, openDatabase } from "@/server/database/database";
import { startInspection } from "@/server/inspections/start";
import { canonical, sha256 } from "@/server/ledger/chain";
import { raiseTag } from "@/server/tags/raise";
import { standings } from "@/server/units/standing";
import { templateName } from "./template";

process.env["ROOK_STEP_KEYS"] = mkdtempSync(join(tmpdir(), "rook-step-keys-"));

/** The real PostgreSQL the test command starts. */
const server = (): string => {
  const url = process.env["TEST_DATABASE_URL"];
  if (url === undefined)
    throw new Error("expected TEST_DATABASE_URL; run the database tests through `npm test`");
  return url;
};

export interface Yard {
  db: Db;
  url: string;
  people: Record<"operator" | "second" | "technician" | "otherTechnician" | "owner" | "untrained", string>;
  scissor: string;
  boom: string;
  random: () => number;
}

/** A database of its own for one test file, with two units and a few people in it. */
export function yardForFile(policy: Partial<Policy> = {}): Yard {
  const yard = {} as Yard;
  let close: () => Promise<void>;
  beforeAll(async () => {
    close = await fillYard(yard, policy);
  });
  afterAll(() => close());
  return yard;
}

/** Makes the database, furnishes it and fills in the yard; gives what takes it down again. */
export async function fillYard(yard: Yard, policy: Partial<Policy> = {}): Promise<() => Promise<void>> {
  const name = `yard_${randomUUID().slice(0, 8)}`;
  const admin = openDatabase(server(), 1);
  await sql.raw(`CREATE DATABASE ${name} TEMPLATE ${templateName}`).execute(admin);
  yard.url = server().replace(/\/[^/]+$/, `/${name}`);
  // A busy machine is no fault of the database: waited for longer than a person would.
  yard.db = openDatabase(yard.url, 6, 60_000);
  yard.random = seeded(7);
  await furnish(yard, { ...defaultPolicy, ...policy });
  return async () => {
    await yard.db.destroy();
    await sql.raw(`DROP DATABASE ${name} WITH (FORCE)`).execute(admin);
    await admin.destroy();
  };
}

export const at = (minute: number): Date => new Date(Date.parse("2026-03-02T05:30:00Z") + minute * 60_000);

async function furnish(yard: Yard, policy: Policy): Promise<void> {
  const { db } = yard;
  const shifts = [
    { id: "early", startsMin: 390 },
    { id: "late", startsMin: 870 },
  ];
  await db
    .insertInto("site")
    .values({
      id: "yard",
      name: "Yard",
      timeZone: "UTC",
      shifts: JSON.stringify(shifts),
      policy: JSON.stringify(policy),
    })
    .execute();
  const people = {
    operator: "operator",
    second: "operator",
    technician: "technician",
    otherTechnician: "technician",
    owner: "owner",
    untrained: "operator",
  } as const;
  yard.people = {} as Yard["people"];
  let badge = 100;
  for (const [key, role] of Object.entries(people)) {
    const id = randomUUID();
    badge += 1;
    yard.people[key as keyof typeof people] = id;
    await db
      .insertInto("person")
      .values({ id, badge: `${badge}`, name: key })
      .execute();
    await db.insertInto("personRole").values({ personId: id, siteId: "yard", role }).execute();
    if (key === "untrained") continue;
    const until = new Date("2030-01-01");
    await db
      .insertInto("authorisation")
      .values([
        { personId: id, family: "slab_scissor", licence: "L", until },
        { personId: id, family: "articulating_boom", licence: "L", until },
      ])
      .execute();
  }
  yard.scissor = await addUnit(db, "S-1", slabScissorSheet);
  yard.boom = await addUnit(db, "B-1", articulatingBoomSheet);
}

export async function addUnit(
  db: Db,
  plate: string,
  sheet: Sheet,
  examinationDue = new Date("2027-01-01"),
): Promise<string> {
  const content = canonical(sheet);
  const sheetId = `sheet-${plate}`;
  const versionId = randomUUID();
  const id = randomUUID();
  await db.insertInto("sheet").values({ id: sheetId, name: sheet.model, family: sheet.family }).execute();
  // What a sheet leaves longer is two people's word.
  const [madeBy, confirmedBy] = (await db.selectFrom("person").select("id").limit(2).execute()).map(
    (p) => p.id,
  );
  await db
    .insertInto("sheetVersion")
    .values({
      id: versionId,
      sheetId,
      version: 1,
      content,
      hash: sha256(content),
      createdAt: at(0),
      weakens: "[]",
      ...(sheet.intervals !== undefined && { madeBy, confirmedBy }),
    })
    .execute();
  await db
    .insertInto("unit")
    .values({
      id,
      plate,
      siteId: "yard",
      family: sheet.family,
      serial: plate,
      sheetVersionId: versionId,
      examinationDue,
    })
    .execute();
  return id;
}

export const begin = (yard: Yard, unitId: string, person: string, minute: number): Promise<string> =>
  startInspection(yard.db, person, { unitId, scope: "full" }, at(minute));

/** Tags a unit of the yard out; fails where its plate is none. */
export async function tagOut(
  yard: Yard,
  plate: string,
  person: string,
  minute: number,
  body: object = { reason: "damage" },
): Promise<{ readonly id: string; readonly number: string }> {
  const raised = await raiseTag(yard.db, plate, person, JSON.stringify(body), at(minute));
  if ("unmatched" in raised) throw new Error(`expected a unit ${plate}`);
  return raised;
}

/** An event of a device as it is sent; what `more` says goes over it, so that it may be one no device makes. */
export const answered = (inspectionId: string, seq: number, more: object = {}): InspectionEvent =>
  ({
    schema: eventSchemaVersion,
    saw: { position: 0, headHash: "" },
    id: randomUUID(),
    inspectionId,
    deviceId: "t",
    seq,
    follows: null,
    at: at(seq).toISOString(),
    type: "answered",
    check: "doc.manual@documents_box.v1",
    result: { kind: "fine" },
    ...more,
  }) as InspectionEvent;

/** How a unit stands at a minute. */
export const state = async (yard: Yard, unitId: string, minute: number) =>
  (await standings(yard.db, [unitId], at(minute))).get(unitId)?.state;
