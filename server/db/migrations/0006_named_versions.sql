-- A text of a class that its instructor has named stays when the history is thinned.
ALTER TABLE plan_version ADD COLUMN name text;
