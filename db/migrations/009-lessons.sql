-- What a job taught, in figures that add up over jobs; counted by whoever has it open.
ALTER TABLE job ADD COLUMN lesson TEXT;
