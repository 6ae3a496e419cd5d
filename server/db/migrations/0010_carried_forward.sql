-- People of the club: a short name or a number, theirs alone to know. Records name them by id; erased, the id stays and nothing else.
CREATE TABLE person (
  id text PRIMARY KEY,
  name text NOT NULL,
  squad text NOT NULL DEFAULT '',
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX person_by_name ON person (lower(name));

-- What is known of a run, made from its events when it is asked for and not there: an event that comes takes it away.
CREATE TABLE run_record (
  run_id text PRIMARY KEY REFERENCES run (id) ON DELETE CASCADE,
  total_ms bigint NOT NULL,
  work_ms bigint NOT NULL,
  paused_ms bigint NOT NULL,
  -- How hard it was as a whole, and who said so.
  effort double precision,
  effort_by text,
  -- Working time as it was done, by move and side.
  work jsonb NOT NULL,
  squads jsonb NOT NULL,
  -- Notes and the word for next time, in small letters.
  words text NOT NULL,
  next text NOT NULL,
  -- The moves that were counted: what each is called, the most reps of one set of anybody, and the heaviest weight.
  counted jsonb NOT NULL
);

-- A move in a run, by who counted it: what its course is drawn from.
CREATE TABLE move_record (
  run_id text NOT NULL REFERENCES run_record (run_id) ON DELETE CASCADE,
  move_key text NOT NULL,
  -- Empty for all, unless there is a person; empty for nobody.
  squad text NOT NULL,
  person text NOT NULL,
  move text NOT NULL,
  sets integer NOT NULL,
  reps integer,
  best_reps integer,
  first_reps integer,
  last_reps integer,
  weight_kg double precision,
  volume_kg double precision,
  -- The weights of the best set, ties to the heavier, and of the last.
  best_kg double precision,
  last_kg double precision,
  PRIMARY KEY (run_id, move_key, squad, person)
);
CREATE INDEX move_course ON move_record (move_key, person, squad);
CREATE INDEX move_of_person ON move_record (person) WHERE person <> '';

-- A set as it was done, or what is written down of it by a squad or a person.
CREATE TABLE set_record (
  run_id text NOT NULL REFERENCES run_record (run_id) ON DELETE CASCADE,
  n integer NOT NULL,
  block_id text,
  station_id text,
  move text NOT NULL,
  move_key text NOT NULL,
  side text,
  round integer,
  again integer NOT NULL,
  layer text,
  squad text,
  person text,
  started_ms double precision,
  planned_ms integer,
  actual_ms integer,
  reps integer,
  weight_kg double precision,
  effort integer,
  note text NOT NULL,
  PRIMARY KEY (run_id, n)
);
CREATE INDEX set_of_move ON set_record (move_key, run_id);
CREATE INDEX set_of_person ON set_record (person, run_id) WHERE person IS NOT NULL;

-- So many classes in so many weeks, made from some.
CREATE TABLE series (
  id text PRIMARY KEY,
  title text NOT NULL,
  document jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);

-- Classes on days, slots that come again, days off.
CREATE TABLE calendar_item (
  id text PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('class', 'slot', 'off')),
  first_day date NOT NULL,
  -- Null where it has no end.
  last_day date,
  series_id text,
  plan_id text,
  document jsonb NOT NULL
);
CREATE INDEX calendar_by_day ON calendar_item (first_day, last_day);
CREATE INDEX calendar_of_series ON calendar_item (series_id) WHERE series_id IS NOT NULL;
