-- What lists and sums ask of a run, so that they read no documents; filled in where it is not known yet.
ALTER TABLE run ADD COLUMN outline jsonb;
ALTER TABLE run ADD COLUMN deviations jsonb NOT NULL DEFAULT '{}';
-- Planned working time by move and side.
ALTER TABLE run ADD COLUMN work jsonb;
CREATE INDEX run_not_summed ON run (id) WHERE outline IS NULL;

-- By what a move is the same as another, however its name is spelt; the program fills it in at its start.
ALTER TABLE move ADD COLUMN key text;
CREATE UNIQUE INDEX move_key ON move (key);
