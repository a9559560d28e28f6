-- When a job was billed, and facts of the whole database such as when it was copied last.
ALTER TABLE job ADD COLUMN billed_at TEXT;
CREATE TABLE fact (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
);
