import { type Migration, type MigrationProvider, Migrator, NO_MIGRATIONS } from "kysely";
import { writtenChecks } from "@/core/catalogue/catalogue";
import { stopButtonConditions } from "@/core/catalogue/interlock-tests";
import { movementIds, movementWrongs } from "@/core/catalogue/movements";
import { always } from "@/core/catalogue/rules";
import type { ConditionRule } from "@/core/catalogue/types";
import { featureIds, features } from "@/core/sheet/features";
import type { Db } from "./database";
import * as foundation from "./migrations/001-foundation";
import * as sheets from "./migrations/002-sheets";
import * as plan from "./migrations/003-plan";

const provider: MigrationProvider = {
  getMigrations: async () => ({
    "001-foundation": foundation as unknown as Migration,
    "002-sheets": sheets as unknown as Migration,
    "003-plan": plan as unknown as Migration,
  }),
};

const migrator = (db: Db) => new Migrator({ db, provider });

/** Brings the database to this version's form and copies the floor and the safety features into it. */
export async function migrate(db: Db): Promise<readonly string[]> {
  const { error, results } = await migrator(db).migrateToLatest();
  if (error) throw error;
  await copyFloor(db);
  await copySafetyFeatures(db);
  return (results ?? []).map((r) => r.migrationName);
}

/** Undoes every migration. */
export async function migrateDown(db: Db): Promise<void> {
  const { error } = await migrator(db).migrateTo(NO_MIGRATIONS);
  if (error) throw error;
}

/** Rows the catalogue adds are added; a rule once on the floor stays on it, whatever a later catalogue says. */
async function copyFloor(db: Db): Promise<void> {
  const movements = movementIds().map((id) => ({ id, conditions: movementWrongs }));
  const stops = { id: "stop.*", conditions: stopButtonConditions };
  const rows = [...writtenChecks, ...movements, stops].flatMap(({ id, conditions }) =>
    Object.entries<ConditionRule>({ ...conditions, ...always }).flatMap(([condition, { floor }]) =>
      floor === undefined ? [] : [{ checkId: id, condition, rule: floor }],
    ),
  );
  await db
    .insertInto("floorRule")
    .values(rows)
    .onConflict((oc) => oc.doNothing())
    .execute();
}

/** A feature once tied to a safety test stays so. */
async function copySafetyFeatures(db: Db): Promise<void> {
  const rows = featureIds.filter((id) => features[id].safety).map((id) => ({ id }));
  await db
    .insertInto("safetyFeature")
    .values(rows)
    .onConflict((oc) => oc.doNothing())
    .execute();
}
