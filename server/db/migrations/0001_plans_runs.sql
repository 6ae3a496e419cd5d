CREATE TABLE plan (
  id text PRIMARY KEY,
  title text NOT NULL,
  -- Grows by one with every save; a save names the version it was made from.
  version integer NOT NULL,
  document jsonb NOT NULL,
  total_ms integer NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  deleted_at timestamptz
);

CREATE TABLE plan_version (
  plan_id text NOT NULL REFERENCES plan (id) ON DELETE CASCADE,
  version integer NOT NULL,
  document jsonb NOT NULL,
  total_ms integer NOT NULL,
  saved_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (plan_id, version)
);

CREATE TABLE move (
  name text PRIMARY KEY,
  details jsonb NOT NULL
);

CREATE TABLE run (
  id text PRIMARY KEY,
  -- Runs outlive their plan: they keep the plan as it was led.
  plan_id text NOT NULL,
  title text NOT NULL,
  document jsonb NOT NULL,
  status text NOT NULL DEFAULT 'ready',
  started_at timestamptz,
  ended_at timestamptz,
  planned_ms integer NOT NULL,
  actual_ms integer NOT NULL DEFAULT 0,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE INDEX run_by_plan ON run (plan_id, started_at DESC);
CREATE INDEX run_by_start ON run (started_at DESC);

CREATE TABLE run_event (
  run_id text NOT NULL REFERENCES run (id) ON DELETE CASCADE,
  event_id text NOT NULL,
  seq integer NOT NULL,
  at_ms bigint NOT NULL,
  event jsonb NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (run_id, event_id)
);

CREATE INDEX run_event_in_order ON run_event (run_id, seq);

CREATE TABLE setting (
  name text PRIMARY KEY,
  value jsonb NOT NULL
);
