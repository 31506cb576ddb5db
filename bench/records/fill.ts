import { sql } from "kysely";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { Db } from "@/server/database/database";
import { canonical, sha256 } from "@/server/ledger/chain";

/** Units and people of the yard whose records are looked through. */
const units = 60;
const people = 40;

/** A yard without records. */
export async function furnish(db: Db): Promise<void> {
  const content = canonical(slabScissorSheet);
  await sql`INSERT INTO site (id, name, time_zone, shifts, policy)
    VALUES ('yard', 'Yard', 'UTC', '[{"id":"early","startsMin":390}]', ${JSON.stringify(defaultPolicy)})`.execute(
    db,
  );
  await sql`INSERT INTO sheet VALUES ('s', 'S', 'slab_scissor')`.execute(db);
  await sql`INSERT INTO sheet_version (id, sheet_id, version, content, hash, created_at, weakens)
    VALUES ('00000000-0000-4000-8000-000000000001', 's', 1, ${content}, ${sha256(content)}, now(), '[]')`.execute(
    db,
  );
  await sql`INSERT INTO person (id, badge, name) SELECT gen_random_uuid(), (1000 + i)::text, 'P. ' || i FROM generate_series(1, ${sql.lit(people)}) i`.execute(
    db,
  );
  await sql`INSERT INTO unit (id, plate, site_id, family, serial, sheet_version_id, examination_due)
    SELECT gen_random_uuid(), 'U-' || i, 'yard', 'slab_scissor', 'SN-' || i * 7, '00000000-0000-4000-8000-000000000001', now() + interval '1 year'
    FROM generate_series(1, ${sql.lit(units)}) i`.execute(db);
}

/**
 * Records up to so many in all, with a finding on two in five and a note on some of these. Straight into the tables: how they
 * are found is measured, not how they come.
 */
export async function fillRecords(db: Db, from: number, to: number): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await sql`SET LOCAL session_replication_role = replica`.execute(trx);
    await sql`
      CREATE TEMP TABLE made ON COMMIT DROP AS
      SELECT gen_random_uuid() AS id, i, u.id AS unit_id, p.id AS person_id,
        timestamptz '2026-06-01' - make_interval(mins => i * 4) AS at
      FROM generate_series(${sql.lit(from + 1)}, ${sql.lit(to)}) i
      JOIN (SELECT id, row_number() OVER (ORDER BY plate) - 1 AS n FROM unit) u ON u.n = (i * 37) % ${sql.lit(units)}
      JOIN (SELECT id, row_number() OVER (ORDER BY badge) - 1 AS n FROM person) p ON p.n = (i * 11 + i / 97) % ${sql.lit(people)}`.execute(
      trx,
    );
    await sql`INSERT INTO inspection (id, unit_id, person_id, scope, sheet_version_id, catalogue_version, policy, found, started_at)
      SELECT id, unit_id, person_id, '{"kind":"full"}', '00000000-0000-4000-8000-000000000001', 8, '{}', '{}', at FROM made`.execute(
      trx,
    );
    await sql`INSERT INTO seal (inspection_id, unit_id, outcome, shown_outcome, reasons, scope, signed_by, signed_at, started_at, checks_due, answered, skipped, ungradable, clearance_ends_at, ledger_position)
      SELECT id, unit_id, o, o, '[]', 'full', person_id, at + interval '15 minutes', at, 100, 100, 0, 0, CASE WHEN o = 'tagged_out' THEN NULL ELSE at + interval '9 hours' END, i
      FROM (SELECT *, CASE WHEN i % 41 = 0 THEN 'tagged_out' WHEN i % 5 = 0 THEN 'cleared_with_notes' ELSE 'cleared' END AS o FROM made) m`.execute(
      trx,
    );
    await sql`INSERT INTO finding (id, inspection_id, unit_id, check_key, check_id, part, condition, grade, rule, floor, place, event_id, note, found_by, found_at, ledger_position)
      SELECT gen_random_uuid(), id, unit_id, 'doc.decals@documents_box.v1', 'doc.decals',
        (ARRAY['documents','rails','hoses','tyres','battery','deck','gate'])[1 + i % 7], (ARRAY['unreadable','scuffed','weeping','worn','dirty'])[1 + (i / 7) % 5],
        CASE WHEN i % 41 = 0 THEN 'tag_out' ELSE 'watch' END, 'graded.catalogue', false, false, gen_random_uuid(),
        CASE WHEN i % 3 = 0 THEN 'seen at ' || (ARRAY['fern','palm','lake','walk','yard'])[1 + i % 5] || ' house, mark ' || i % 5000 END, person_id, at, i
      FROM made WHERE i % 5 < 2`.execute(trx);
  });
  await sql`VACUUM ANALYZE seal, finding, unit, person, inspection`.execute(db);
}
