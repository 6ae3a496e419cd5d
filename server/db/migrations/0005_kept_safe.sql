-- Totals beyond 24.8 days do not fit 32 bits of milliseconds.
ALTER TABLE plan ALTER COLUMN total_ms TYPE bigint;
ALTER TABLE plan_version ALTER COLUMN total_ms TYPE bigint;
ALTER TABLE run ALTER COLUMN planned_ms TYPE bigint, ALTER COLUMN actual_ms TYPE bigint;

-- What a class is found by: its title, formats and moves, in small letters; filled in when it is not known yet.
ALTER TABLE plan ADD COLUMN search text;
CREATE INDEX plan_by_change ON plan (updated_at DESC, id DESC) WHERE deleted_at IS NULL;
CREATE INDEX run_listed ON run (started_at DESC, id DESC) WHERE started_at IS NOT NULL;
CREATE INDEX run_last_led ON run (plan_id, started_at) WHERE status <> 'abandoned';

-- Who has said the passphrase, by the hash of what their browser shows; changed passphrases end them all.
CREATE TABLE session (
  token_hash text PRIMARY KEY,
  passphrase_mark text NOT NULL,
  agent text NOT NULL,
  address text NOT NULL,
  made_at timestamptz NOT NULL,
  seen_at timestamptz NOT NULL,
  expires_at timestamptz NOT NULL
);

-- Signed cookies are no more; what they were signed with goes.
DELETE FROM setting WHERE name = 'sessionKey';
