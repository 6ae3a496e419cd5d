-- Classes and runs given out by a code: it opens their page until it is taken back, whatever becomes of the runs.
CREATE TABLE handout (
  code text PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('plan', 'run')),
  target_id text NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (kind, target_id)
);
