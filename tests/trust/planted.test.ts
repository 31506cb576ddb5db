import { sql } from "kysely";
import { beforeAll, describe, expect, it } from "vitest";
import { yardForFile } from "../database";
import { agree } from "./agree";
import { bareChecks, type Command, furnishMast } from "./yard";

const yard = yardForFile();
let versionId: string;
beforeAll(async () => {
  versionId = await furnishMast(yard);
});

type Mistake = readonly [plant: string, mend: string, ...found: readonly Command[]];

const forgets = (kind: string): readonly [string, string] => [
  `CREATE FUNCTION forget() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
     IF NEW.kind = '${kind}' THEN NEW.touches := '[]'; END IF; RETURN NEW; END $$;
   CREATE TRIGGER aaa_forget BEFORE INSERT ON ledger_entry FOR EACH ROW EXECUTE FUNCTION forget()`,
  "DROP FUNCTION forget() CASCADE",
];
const all = { do: "answer", from: 0, count: bareChecks.length } as const;
const [a, b] = [{ who: 0 }, { who: 1 }] as const;

/** A mistake in a rule, put into the database, what takes it out again, and an order of things that shows it. */
const mistakes: Readonly<Record<string, Mistake>> = {
  "what enters after the seal ends nothing": [
    "ALTER TABLE ledger_entry DISABLE TRIGGER ends_evidence",
    "ALTER TABLE ledger_entry ENABLE TRIGGER ends_evidence",
    { do: "walk", ...a },
    { do: "event", ...b, kind: "contact" },
  ],
  "a report holds nothing": [
    `CREATE OR REPLACE VIEW standing_hold AS SELECT unit_id, number AS name, raised_at AS since FROM standing_tag`,
    `CREATE OR REPLACE VIEW standing_hold AS SELECT unit_id, number AS name, raised_at AS since FROM standing_tag
     UNION ALL SELECT unit_id, 'R-' || upper(left(id::text, 4)), received_at FROM standing_report WHERE unit_id IS NOT NULL`,
    { do: "broken", ...a },
    { do: "walk", ...b },
  ],
  "a finding that tags out hangs no tag": [
    "ALTER TABLE finding DISABLE TRIGGER holds",
    "ALTER TABLE finding ENABLE TRIGGER holds",
    { do: "fault", ...a, fault: "weld" },
    { do: "walk", ...b },
  ],
  "a walk inherits nothing": [
    "ALTER VIEW open_matter RENAME TO open_matter_kept; CREATE VIEW open_matter AS SELECT * FROM open_matter_kept WHERE false",
    "DROP VIEW open_matter; ALTER VIEW open_matter_kept RENAME TO open_matter",
    { do: "fault", ...a, fault: "line" },
    { do: "start", ...b },
    { do: "read", ...b },
    { ...all, ...b },
    { do: "sign", ...b },
  ],
  "a release touches nothing": [
    ...forgets("released"),
    { do: "start", ...a },
    { ...all, ...a },
    { do: "tag" },
    { do: "mend" },
    { do: "sign", ...a },
  ],
  "what somebody else found touches nothing": [
    ...forgets("finding"),
    { do: "start", ...b },
    { ...all, ...b },
    { do: "fault", ...a, fault: "line" },
    { do: "say", ...b, says: "gone" },
    { do: "sign", ...b },
  ],
  "a new rule of the site touches nothing": [
    ...forgets("policy"),
    { do: "walk", ...a },
    { do: "policy", trigger: "each_use" },
  ],
  "a clearance lasts into the next shift": [
    `CREATE FUNCTION forget() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
       NEW.clearance_ends_at := NEW.clearance_ends_at + interval '8 hours'; RETURN NEW; END $$;
     CREATE TRIGGER aaa_forget BEFORE INSERT ON seal FOR EACH ROW WHEN (NEW.clearance_ends_at IS NOT NULL) EXECUTE FUNCTION forget()`,
    "DROP FUNCTION forget() CASCADE",
    { do: "walk", ...a },
    { do: "clock", minutes: 600 },
  ],
  "an untrained signer is as good as a trained one": [
    `CREATE FUNCTION forget() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
       NEW.until := greatest(NEW.until, '2030-01-01'); RETURN NEW; END $$;
     CREATE TRIGGER aaa_forget BEFORE UPDATE ON authorisation FOR EACH ROW EXECUTE FUNCTION forget()`,
    "DROP FUNCTION forget() CASCADE",
    { do: "train", trained: false },
    { do: "walk", ...b },
  ],
};

describe("a mistake planted in a rule", () => {
  for (const [name, [plant, mend, ...found]] of Object.entries(mistakes)) {
    it(`is found: ${name}`, async () => {
      // Without the mistake this same order of things agrees.
      await agree(yard, versionId, found);
      await sql.raw(plant).execute(yard.db);
      try {
        await expect(agree(yard, versionId, found)).rejects.toThrow(/the app says usable/);
      } finally {
        await sql.raw(mend).execute(yard.db);
      }
    });
  }
});
