-- One rendering of some words by a voice at a rate; the sound is mono 16-bit WAV.
CREATE TABLE clip (
  voice text NOT NULL,
  rate real NOT NULL,
  words text NOT NULL,
  ms integer NOT NULL,
  wav bytea NOT NULL,
  PRIMARY KEY (voice, rate, words)
);

-- The instructor's own recording of some words, for one class or (with an empty plan_id) for all.
CREATE TABLE recording (
  plan_id text NOT NULL DEFAULT '',
  words text NOT NULL,
  ms integer NOT NULL,
  wav bytea NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (plan_id, words)
);
