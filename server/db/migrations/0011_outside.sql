-- Classes and runs given out by a code: it opens their page until it is taken back, whatever becomes of the runs.
CREATE TABLE handout (
  code text PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('plan', 'run')),
  target_id text NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (kind, target_id)
);

-- Music of the instructor's that is wanted on the server too: what a track is, and its file.
CREATE TABLE track (
  id text PRIMARY KEY,
  info jsonb NOT NULL,
  media text NOT NULL,
  sound bytea NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
