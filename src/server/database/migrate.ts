import { type Migration, type MigrationProvider, Migrator } from "kysely";
import { checksOf } from "@/core/catalogue/catalogue";
import { slabScissorSheet } from "@/core/sheet/demo/scissors-and-masts";
import { articulatingBoomSheet } from "@/core/sheet/demo/self-propelled-booms";
import type { Db } from "./database";
import * as foundation from "./migrations/001-foundation";

const provider: MigrationProvider = {
  getMigrations: async () => ({ "001-foundation": foundation as unknown as Migration }),
};

const migrator = (db: Db) => new Migrator({ db, provider });

/** Brings the database to this version's form and copies the grading floor into it. */
export async function migrate(db: Db): Promise<readonly string[]> {
  const { error, results } = await migrator(db).migrateToLatest();
  if (error) throw error;
  await copyFloor(db);
  return (results ?? []).map((r) => r.migrationName);
}

/** Undoes the latest migration. */
export async function migrateDown(db: Db): Promise<void> {
  const { error } = await migrator(db).migrateDown();
  if (error) throw error;
}

/** Rows the catalogue adds are added; a rule once on the floor stays on it, whatever a later catalogue says. */
async function copyFloor(db: Db): Promise<void> {
  const rows = new Map<string, { checkId: string; condition: string; rule: string }>();
  for (const sheet of [slabScissorSheet, articulatingBoomSheet]) {
    for (const check of checksOf({ ...sheet, features: {} })) {
      for (const [condition, rule] of Object.entries(check.conditions)) {
        if (rule.floor === undefined) continue;
        rows.set(`${check.definition.id}/${condition}`, {
          checkId: check.definition.id,
          condition,
          rule: rule.floor,
        });
      }
    }
  }
  await db
    .insertInto("floorRule")
    .values([...rows.values()])
    .onConflict((oc) => oc.doNothing())
    .execute();
}
