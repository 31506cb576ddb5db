/** A row that has changed, and the book it stands in; its content is null where it was removed. */
export interface Changed {
  readonly book: string;
  readonly ofTable: string;
  readonly key: string;
  readonly content: unknown;
}

/** A table whose every row stands in a book by its content. */
export interface Booked {
  readonly table: string;
  /** The book of its rows, or the column that says whose unit's it is. */
  readonly book: string | { readonly unitIn: string };
  /** The columns of its key, in order. */
  readonly key: readonly string[];
  /** Columns that are no record: when something was last used. */
  readonly but: readonly string[];
}

const inBook = (book: string, table: string, key = ["id"], but: readonly string[] = []): Booked => ({
  table,
  book,
  key,
  but,
});

const ofUnit = (table: string, key = ["id"], unitIn = "unit_id"): Booked => ({
  table,
  book: { unitIn },
  key,
  but: [],
});

/**
 * The tables that decide how a unit stands, who may say so and by which rule. The database notes each change of them by
 * triggers of its own; a test compares the two.
 */
export const bookedTables: readonly Booked[] = [
  ofUnit("unit", ["id"], "id"),
  ofUnit("tag"),
  ofUnit("tag_step"),
  ofUnit("seal", ["inspection_id"]),
  ofUnit("finding"),
  ofUnit("countersign", ["fault_id"]),
  ofUnit("lasting_evidence", ["unit_id", "check_key", "inspection_id"]),
  ofUnit("past_record"),
  ofUnit("examination"),
  ofUnit("unit_figure", ["unit_id", "figure", "set_at"]),
  ofUnit("figure_claim"),
  ofUnit("unit_event"),
  ofUnit("inspection"),
  ofUnit("held_report"),
  ofUnit("hour_reading"),
  ofUnit("reading_void", ["reading_id"]),
  ofUnit("meter_exchange"),
  ofUnit("programme"),
  ofUnit("programme_claim"),
  ofUnit("job_done"),
  ofUnit("job_slot"),
  ofUnit("charge"),
  ofUnit("unit_change"),
  ofUnit("clock", ["no"]),
  ofUnit("machine_hours", ["no"]),
  // Its bytes are told by their hash.
  { ...ofUnit("unit_document"), but: ["bytes"] },
  ofUnit("erasure"),
  ofUnit("survey"),
  ofUnit("survey_ended", ["survey_id"]),
  ofUnit("talk_signature"),
  ofUnit("rescue_drill"),
  inBook("yard", "finding_repair", ["finding_id"]),
  inBook("yard", "matter_gone", ["event_id"]),
  inBook("yard", "report_look", ["report_id"]),
  inBook("yard", "retest_tag", ["inspection_id", "tag_id"]),
  inBook("yard", "inspection_person", ["inspection_id", "person_id"]),
  inBook("sites", "site"),
  inBook("sites", "site_change"),
  inBook("sites", "policy_version"),
  inBook("sites", "policy_settled", ["version_id"]),
  inBook("sites", "retention_rule"),
  inBook("sites", "place"),
  inBook("sites", "place_plan"),
  inBook("sites", "place_closed", ["place_id"]),
  inBook("sites", "wind_meter"),
  inBook("sites", "wind_meter_closed", ["meter_id"]),
  inBook("sites", "conditions_stop"),
  inBook("sites", "stop_lifted", ["stop_id"]),
  inBook("sites", "legal_hold"),
  inBook("sites", "legal_hold_lifted", ["hold_id"]),
  inBook("people", "staff_event"),
  inBook("people", "familiarisation"),
  inBook("people", "staff_document", ["id"], ["bytes"]),
  inBook("people", "person"),
  inBook("people", "person_role", ["person_id", "site_id", "role"]),
  inBook("people", "authorisation", ["person_id", "family"]),
  inBook("people", "auth_account", ["id"], ["updated_at"]),
  inBook("people", "api_key", ["id"], ["last_used_at"]),
  inBook("devices", "device_key"),
  inBook("devices", "device_revocation", ["device_id"]),
  inBook("sheets", "sheet"),
  inBook("sheets", "sheet_version"),
  inBook("sheets", "sheet_claim"),
  inBook("floor", "floor_rule", ["check_id", "condition"]),
  inBook("floor", "floor_asked", ["sheet_version_id"]),
  inBook("floor", "catalogue_seen", ["one"]),
];

/** The evidence of a unit's latest walk stands in its book as one matter, under the unit's id. */
export const evidenceTable = "check_evidence";

/** The book of rows that have no unit of their own. */
export const yardBook = "yard";

/** A table's rows as its book has them, as SQL: `book`, `of_table`, `key` and `content`; those alone that `where` says of `t`. */
export function rowsAsBooked({ table, book, key, but }: Booked, where = "true"): string {
  const whose =
    typeof book === "string" ? `'${book}'` : `coalesce('unit ' || (one ->> '${book.unitIn}'), '${yardBook}')`;
  const keys = key.map((name) => `one ->> '${name}'`).join(", ");
  return `SELECT ${whose} AS book, '${table}' AS of_table, concat_ws('|', ${keys}) AS key,
    one - '{${but.join(",")}}'::text[] AS content FROM (SELECT to_jsonb(t) AS one FROM ${table} t WHERE ${where}) AS rows`;
}

/** The evidence of each unit's latest walk, in the same form. */
export const evidenceAsBooked = (
  where = "true",
): string => `SELECT 'unit ' || unit_id AS book, '${evidenceTable}' AS of_table, unit_id::text AS key,
  jsonb_agg(jsonb_build_array(check_key, inspection_id, event_id, proves, seen, until) ORDER BY check_key COLLATE "C") AS content
  FROM ${evidenceTable} t WHERE ${where} GROUP BY unit_id`;
