-- When a server last had a desk of the run connected: others on the same database ask it before they change everything.
ALTER TABLE run ADD COLUMN desk_at timestamptz;

-- What phones entered for somebody whom the club does not know by that name: it waits until the instructor says who it is.
CREATE TABLE waiting_entry (
  id text PRIMARY KEY,
  run_id text NOT NULL REFERENCES run (id) ON DELETE CASCADE,
  phone text NOT NULL,
  name text NOT NULL,
  command jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX waiting_of_run ON waiting_entry (run_id, made_at);

-- Codes on printed cards: each opens the page of one station while its class is led, until a day.
CREATE TABLE station_code (
  code text PRIMARY KEY,
  plan_id text NOT NULL REFERENCES plan (id) ON DELETE CASCADE,
  station_id text NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  ends_at timestamptz NOT NULL,
  UNIQUE (plan_id, station_id)
);

-- Wrong guesses of codes of the last minute, by where they came from and what was looked up: servers on one database count together.
CREATE UNLOGGED TABLE wrong_guess (
  key text NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX wrong_guess_of ON wrong_guess (key, at);
