/** The tables of the foundation, with the constraints a row alone can break. */
export const tables = `
CREATE TABLE site (
  id text PRIMARY KEY,
  name text NOT NULL,
  utc_offset_min int NOT NULL,
  shifts jsonb NOT NULL,
  policy jsonb NOT NULL
);
CREATE TABLE person (
  id uuid PRIMARY KEY,
  badge text NOT NULL UNIQUE CHECK (badge ~ '^[0-9]{3,8}$'),
  name text NOT NULL,
  active boolean NOT NULL DEFAULT true
);
CREATE TABLE person_role (
  person_id uuid NOT NULL REFERENCES person,
  site_id text NOT NULL REFERENCES site,
  role text NOT NULL CHECK (role IN ('operator','ground_person','supervisor','technician','owner','trainer','auditor')),
  PRIMARY KEY (person_id, site_id, role)
);
CREATE TABLE authorisation (
  person_id uuid NOT NULL REFERENCES person,
  family text NOT NULL,
  licence text NOT NULL,
  until timestamptz NOT NULL,
  PRIMARY KEY (person_id, family)
);

-- Sign-in: the tables the sign-in library reads and writes.
CREATE TABLE auth_user (
  id text PRIMARY KEY,
  name text NOT NULL,
  email text NOT NULL UNIQUE,
  email_verified boolean NOT NULL,
  image text,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL
);
CREATE TABLE auth_session (
  id text PRIMARY KEY,
  expires_at timestamptz NOT NULL,
  token text NOT NULL UNIQUE,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL,
  ip_address text,
  user_agent text,
  user_id text NOT NULL REFERENCES auth_user ON DELETE CASCADE
);
CREATE TABLE auth_account (
  id text PRIMARY KEY,
  account_id text NOT NULL,
  provider_id text NOT NULL,
  user_id text NOT NULL REFERENCES auth_user ON DELETE CASCADE,
  access_token text, refresh_token text, id_token text,
  access_token_expires_at timestamptz, refresh_token_expires_at timestamptz,
  scope text,
  password text,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL
);
CREATE INDEX auth_account_user ON auth_account (user_id);
CREATE TABLE auth_verification (
  id text PRIMARY KEY,
  identifier text NOT NULL,
  value text NOT NULL,
  expires_at timestamptz NOT NULL,
  created_at timestamptz,
  updated_at timestamptz
);
CREATE TABLE sign_in_delay (
  badge text PRIMARY KEY,
  failures int NOT NULL,
  last_failure_at timestamptz NOT NULL
);
CREATE TABLE session_use (
  session_id text PRIMARY KEY REFERENCES auth_session ON DELETE CASCADE,
  last_seen_at timestamptz NOT NULL
);

CREATE TABLE sheet (
  id text PRIMARY KEY,
  name text NOT NULL,
  family text NOT NULL
);
CREATE TABLE sheet_version (
  id uuid PRIMARY KEY,
  sheet_id text NOT NULL REFERENCES sheet,
  version int NOT NULL CHECK (version > 0),
  content jsonb NOT NULL,
  hash text NOT NULL,
  created_at timestamptz NOT NULL,
  UNIQUE (sheet_id, version)
);
CREATE TABLE unit (
  id uuid PRIMARY KEY,
  plate text NOT NULL UNIQUE,
  site_id text NOT NULL REFERENCES site,
  family text NOT NULL,
  serial text NOT NULL,
  sheet_version_id uuid REFERENCES sheet_version,
  examination_due timestamptz NOT NULL,
  lock_no int GENERATED ALWAYS AS IDENTITY UNIQUE
);
-- Which units a shift needs, day after day, and who is to walk them.
CREATE TABLE shift_need (
  site_id text NOT NULL REFERENCES site,
  shift_id text NOT NULL,
  unit_id uuid NOT NULL REFERENCES unit,
  crew text NOT NULL,
  place text NOT NULL,
  inspector_id uuid REFERENCES person,
  PRIMARY KEY (site_id, shift_id, unit_id)
);

CREATE TABLE inspection (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  person_id uuid NOT NULL REFERENCES person,
  scope jsonb NOT NULL,
  tag_id uuid,
  sheet_version_id uuid NOT NULL REFERENCES sheet_version,
  catalogue_version int NOT NULL,
  policy jsonb NOT NULL,
  found jsonb NOT NULL,
  started_at timestamptz NOT NULL,
  CHECK ((scope->>'kind' = 'retest') = (tag_id IS NOT NULL))
);
CREATE INDEX inspection_unit ON inspection (unit_id, started_at);
CREATE TABLE inspection_event (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  device_id text NOT NULL,
  seq int NOT NULL CHECK (seq > 0),
  type text NOT NULL,
  payload jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  received_at timestamptz NOT NULL,
  UNIQUE (inspection_id, device_id, seq)
);
-- Kept as it came: a later version may read it; until then it refuses the seal.
CREATE TABLE unread_event (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  device_id text NOT NULL,
  seq int NOT NULL,
  raw jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  received_at timestamptz NOT NULL
);
CREATE INDEX unread_event_inspection ON unread_event (inspection_id);

-- The floor of grading, copied from the core at each start, so that the database refuses a softened grade.
CREATE TABLE floor_rule (
  check_id text NOT NULL,
  condition text NOT NULL,
  rule text NOT NULL,
  PRIMARY KEY (check_id, condition)
);
CREATE TABLE finding (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  unit_id uuid NOT NULL REFERENCES unit,
  check_key text NOT NULL,
  check_id text NOT NULL,
  part text NOT NULL,
  condition text NOT NULL,
  grade text NOT NULL CHECK (grade IN ('put_right','watch','repair_by','tag_out')),
  rule text NOT NULL,
  floor boolean NOT NULL,
  place boolean NOT NULL,
  event_id uuid NOT NULL,
  value double precision,
  note text,
  put_right text,
  found_by uuid NOT NULL REFERENCES person,
  found_at timestamptz NOT NULL,
  repair_by timestamptz,
  CHECK (NOT floor OR grade = 'tag_out'),
  CHECK ((grade = 'repair_by') = (repair_by IS NOT NULL)),
  UNIQUE (inspection_id, event_id)
);
CREATE INDEX finding_unit ON finding (unit_id, found_at);
CREATE TABLE finding_repair (
  finding_id uuid PRIMARY KEY REFERENCES finding,
  repaired_by uuid NOT NULL REFERENCES person,
  repaired_at timestamptz NOT NULL,
  work text NOT NULL CHECK (work <> '')
);

CREATE SEQUENCE tag_number;
CREATE TABLE tag (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  number text NOT NULL UNIQUE DEFAULT 'T-' || lpad(nextval('tag_number')::text, 4, '0'),
  unit_id uuid NOT NULL REFERENCES unit,
  finding_id uuid UNIQUE REFERENCES finding,
  reason text NOT NULL,
  note text,
  raised_by uuid NOT NULL REFERENCES person,
  raised_at timestamptz NOT NULL,
  raw jsonb
);
CREATE INDEX tag_unit ON tag (unit_id);
ALTER TABLE inspection ADD FOREIGN KEY (tag_id) REFERENCES tag;
CREATE TABLE tag_step (
  id uuid PRIMARY KEY,
  tag_id uuid NOT NULL REFERENCES tag,
  unit_id uuid NOT NULL REFERENCES unit,
  kind text NOT NULL CHECK (kind IN ('repaired','retested','released')),
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  detail jsonb NOT NULL,
  inspection_id uuid REFERENCES inspection,
  seen_position int,
  CHECK ((kind = 'retested') = (inspection_id IS NOT NULL)),
  CHECK ((kind = 'released') = (seen_position IS NOT NULL))
);
CREATE INDEX tag_step_tag ON tag_step (tag_id, at);
CREATE UNIQUE INDEX tag_released_once ON tag_step (tag_id) WHERE kind = 'released';
CREATE VIEW standing_tag AS
  SELECT t.id, t.number, t.unit_id, t.reason, t.note, t.raised_by, t.raised_at, t.finding_id FROM tag t
  WHERE NOT EXISTS (SELECT 1 FROM tag_step s WHERE s.tag_id = t.id AND s.kind = 'released');

CREATE TABLE seal (
  inspection_id uuid PRIMARY KEY REFERENCES inspection,
  unit_id uuid NOT NULL REFERENCES unit,
  outcome text NOT NULL CHECK (outcome IN ('cleared','cleared_with_notes','not_cleared','stopped_for_conditions','tagged_out','retest_passed')),
  shown_outcome text NOT NULL,
  reasons jsonb NOT NULL,
  scope text NOT NULL CHECK (scope IN ('full','check_in','retest')),
  signed_by uuid NOT NULL REFERENCES person,
  signed_at timestamptz NOT NULL,
  started_at timestamptz NOT NULL,
  checks_due int NOT NULL CHECK (checks_due > 0),
  answered int NOT NULL,
  skipped int NOT NULL,
  ungradable int NOT NULL,
  clearance_ends_at timestamptz,
  ledger_position int NOT NULL,
  -- Incomplete is never a pass, and only the full scope clears.
  CHECK (outcome NOT IN ('cleared','cleared_with_notes','stopped_for_conditions','retest_passed')
         OR (answered = checks_due AND skipped = 0 AND ungradable = 0)),
  CHECK (outcome NOT IN ('cleared','cleared_with_notes') OR scope = 'full'),
  CHECK ((outcome IN ('cleared','cleared_with_notes')) = (clearance_ends_at IS NOT NULL))
);
CREATE INDEX seal_unit ON seal (unit_id, signed_at);

CREATE TABLE ledger_entry (
  unit_id uuid NOT NULL REFERENCES unit,
  position int NOT NULL CHECK (position > 0),
  kind text NOT NULL,
  subject_id uuid NOT NULL,
  body text NOT NULL,
  previous_hash text NOT NULL,
  hash text NOT NULL UNIQUE,
  signature text NOT NULL,
  recorded_at timestamptz NOT NULL,
  PRIMARY KEY (unit_id, position)
);
CREATE INDEX ledger_subject ON ledger_entry (subject_id);
`;
