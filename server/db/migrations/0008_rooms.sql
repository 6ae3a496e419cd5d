-- Kit of one room; '' is kit that is there for any.
ALTER TABLE kit ADD COLUMN room text NOT NULL DEFAULT '';
ALTER TABLE kit DROP CONSTRAINT kit_pkey;
ALTER TABLE kit ADD PRIMARY KEY (name, room);
