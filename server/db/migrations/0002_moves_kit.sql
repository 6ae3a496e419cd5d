-- Moves come whole from the shipped library from now on; those an instructor adds or changes are their own.
ALTER TABLE move ADD COLUMN own boolean NOT NULL DEFAULT false;
ALTER TABLE move ADD COLUMN hidden boolean NOT NULL DEFAULT false;
ALTER TABLE move ADD COLUMN updated_at timestamptz NOT NULL DEFAULT now();
DELETE FROM move;

CREATE TABLE kit (
  name text PRIMARY KEY,
  count integer NOT NULL CHECK (count >= 0),
  shared_by integer NOT NULL DEFAULT 1 CHECK (shared_by >= 1),
  stand_in text
);
