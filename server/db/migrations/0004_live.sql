-- The order in which events came to the server: a stream that broke off goes on after the last it gave.
ALTER TABLE run_event ADD COLUMN n bigserial;
CREATE INDEX run_event_as_came ON run_event (run_id, n);
-- Server's clock less the desk's, ms: event times are the desk's.
ALTER TABLE run ADD COLUMN clock_offset_ms double precision NOT NULL DEFAULT 0;

CREATE TABLE run_code (
  code text PRIMARY KEY,
  run_id text NOT NULL REFERENCES run (id) ON DELETE CASCADE,
  kind text NOT NULL CHECK (kind IN ('watch', 'squad', 'remote')),
  made_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (run_id, kind)
);
