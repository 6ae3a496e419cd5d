-- What was written down when a class was over.
ALTER TABLE run ADD COLUMN came integer;
ALTER TABLE run ADD COLUMN effort integer;
-- A trial counts in no sum.
ALTER TABLE run ADD COLUMN trial boolean NOT NULL DEFAULT false;
-- In the bin since.
ALTER TABLE run ADD COLUMN deleted_at timestamptz;
CREATE INDEX run_going ON run (id) WHERE status IN ('running', 'paused');
