import { sql } from "kysely";
import type { FillUps, UnitTrends } from "@/contract/trends";
import { type Followed, followFillUps, followReadings, type RepairDone } from "@/core/trend/follow";
import type { Reading } from "@/core/trend/level";
import type { Occasion } from "@/core/trend/rate";
import type { Family } from "@/core/vocabulary/families";
import type { PartId } from "@/core/vocabulary/parts";
import { type Upkeep, upkeep, upkeepIds } from "@/core/vocabulary/upkeep";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { checksByKey, type UnitSheet, unitSheet } from "@/server/inspections/model";
import { figuresOf } from "@/server/units/figures";

/** Records older than that say nothing of today. */
const followedDays = 550;
const dayMs = 86_400_000;
const refilled = upkeepIds.filter((id) => upkeep[id].refilled);

interface Asked {
  readonly id: string;
  readonly plate: string;
  readonly family: Family;
  readonly sheetVersionId: string | null;
  /** How far the unit's ledger has come: its trends follow from it and its sheet. */
  readonly position: number;
}

const known = new Map<string, { readonly key: string; readonly day: number; readonly trends: UnitTrends }>();
const mostKnown = 5_000;

/** The trends of every unit at a site, or of one of them; worked out again only for those whose ledger has grown. */
export async function trendsOf(
  db: Db,
  { siteId, unitId }: { readonly siteId: string; readonly unitId?: string },
  at: Date,
): Promise<readonly UnitTrends[]> {
  const units = await db
    .selectFrom("unit as u")
    .select((eb) => [
      ...(["u.id", "u.plate", "u.family", "u.sheetVersionId"] as const),
      eb
        .selectFrom("ledgerEntry as l")
        .select(sql<number>`coalesce(max(l.position), 0)`.as("position"))
        .whereRef("l.unitId", "=", "u.id")
        .as("position"),
    ])
    .where("u.siteId", "=", siteId)
    .where("u.retiredAt", "is", null)
    .$if(unitId !== undefined, (all) => all.where("u.id", "=", unitId ?? ""))
    .orderBy("u.plate")
    .execute();
  const day = Math.floor(at.getTime() / dayMs);
  const asked: readonly Asked[] = units.map((unit) => ({ ...unit, position: unit.position ?? 0 }));
  const stale = asked.filter((unit) => {
    const one = known.get(unit.id);
    return one?.key !== keyOf(unit) || one.day !== day;
  });
  if (stale.length > 0) await workOut(db, stale, day, at);
  return asked.flatMap(({ id }) => known.get(id)?.trends ?? []);
}

const keyOf = ({ position, sheetVersionId, plate }: Asked) => `${position} ${sheetVersionId} ${plate}`;

async function workOut(db: Db, units: readonly Asked[], day: number, at: Date): Promise<void> {
  const ids = units.map(({ id }) => id);
  const from = new Date(at.getTime() - followedDays * dayMs);
  const [readings, walks, filled, repairs] = await Promise.all([
    db
      .selectFrom("measurement")
      .select(["unitId", "checkKey", "inspectionId as id", "value", "at"])
      .where("unitId", "in", ids)
      .where("at", ">=", from)
      .orderBy("at")
      .execute(),
    db
      .selectFrom("seal")
      .select(["unitId", "inspectionId as id", "signedAt"])
      .where("unitId", "in", ids)
      .where("scope", "=", "full")
      .where("signedAt", ">=", from)
      .orderBy("signedAt")
      .execute(),
    db
      .selectFrom("finding")
      .select(["unitId", "inspectionId", "putRight", "part"])
      .where("unitId", "in", ids)
      .where("putRight", "in", refilled)
      .where("foundAt", ">=", from)
      .execute(),
    repairsOf(db, ids),
  ]);
  const by = {
    readings: groupedBy(readings, "unitId"),
    walks: groupedBy(walks, "unitId"),
    filled: groupedBy(filled, "unitId"),
    repairs: groupedBy(repairs, "unitId"),
  };
  if (known.size > mostKnown) known.clear();
  for (const unit of units) {
    const sheet =
      unit.sheetVersionId === null
        ? undefined
        : await unitSheet(db, unit.sheetVersionId, await figuresOf(db, unit.id));
    const done = by.repairs.get(unit.id) ?? [];
    known.set(unit.id, {
      ...{ key: keyOf(unit), day },
      trends: {
        ...{ unitId: unit.id, plate: unit.plate, family: unit.family },
        followed: sheet === undefined ? [] : followedOf(sheet, by.readings.get(unit.id) ?? [], done),
        fillUps: fillUpsOf(by.walks.get(unit.id) ?? [], by.filled.get(unit.id) ?? [], done),
      },
    });
  }
}

function followedOf(
  sheet: UnitSheet,
  rows: readonly {
    readonly checkKey: string;
    readonly id: string;
    readonly value: number;
    readonly at: Date;
  }[],
  repairs: readonly RepairDone[],
): readonly Followed[] {
  const checks = checksByKey(sheet);
  const all = [...groupedBy(rows, "checkKey")].flatMap(([key, mine]) => {
    const part = checks.get(key)?.definition.part;
    const readings: readonly Reading[] = mine.map(({ id, value, at }) => ({ id, value, atMs: at.getTime() }));
    return (part && followReadings(key, part, readings, sheet.sheet, repairs)) ?? [];
  });
  return all.sort(
    (a, b) => Number(b.change !== undefined) - Number(a.change !== undefined) || (a.check < b.check ? -1 : 1),
  );
}

function fillUpsOf(
  walks: readonly { readonly id: string; readonly signedAt: Date }[],
  filled: readonly {
    readonly inspectionId: string;
    readonly putRight: string | null;
    readonly part: string;
  }[],
  repairs: readonly RepairDone[],
): readonly FillUps[] {
  const kinds = filled.map((one) => ({ ...one, kind: `${one.putRight} ${one.part}` }));
  return [...groupedBy(kinds, "kind").values()].flatMap((mine) => {
    const [first] = mine;
    if (first === undefined) return [];
    const part = first.part as PartId;
    const on = new Set(mine.map(({ inspectionId }) => inspectionId));
    const occasions: readonly Occasion[] = walks.map(({ id, signedAt }) => ({
      ...{ id, atMs: signedAt.getTime(), happened: on.has(id) },
    }));
    const more = followFillUps(part, occasions, repairs);
    if (more === undefined) return [];
    const records = occasions
      .filter(({ happened, atMs }) => happened && atMs >= more.since.likelyMs)
      .reverse();
    return [{ upkeep: first.putRight as Upkeep, part, more, records }];
  });
}

/** Repairs under a tag and of findings, with every part they touched. */
async function repairsOf(db: Db, ids: readonly string[]) {
  const [steps, repairs] = await Promise.all([
    db
      .selectFrom("tagStep")
      .select(["unitId", "at", "detail"])
      .where("unitId", "in", ids)
      .where("kind", "=", "repaired")
      .execute(),
    db
      .selectFrom("findingRepair as r")
      .innerJoin("finding as f", "f.id", "r.findingId")
      .select(["f.unitId", "f.part", "r.disturbed", "r.repairedAt as at"])
      .where("f.unitId", "in", ids)
      .execute(),
  ]);
  const parts = (value: unknown): readonly PartId[] => (Array.isArray(value) ? (value as PartId[]) : []);
  return [
    ...steps.map(({ unitId, at, detail }) => ({
      ...{ unitId, atMs: at.getTime() },
      parts: [...parts(detail["repaired"]), ...parts(detail["disturbed"])],
    })),
    ...repairs.map(({ unitId, at, part, disturbed }) => ({
      ...{ unitId, atMs: at.getTime() },
      parts: [part as PartId, ...parts(disturbed)],
    })),
  ];
}
