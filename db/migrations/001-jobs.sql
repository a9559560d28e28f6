CREATE TABLE job (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  archived INTEGER NOT NULL DEFAULT 0,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL
);

-- Documents are saved whole; every revision is a row of its own and the newest one counts.
CREATE TABLE document (
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('brief', 'site', 'plan')),
  revision INTEGER NOT NULL,
  json TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  PRIMARY KEY (job_id, kind, revision)
);

-- Evidence is added and never overwritten.
CREATE TABLE evidence (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('state', 'reading', 'voided', 'stepEvent')),
  row_id TEXT NOT NULL,
  json TEXT NOT NULL,
  UNIQUE (job_id, kind, row_id)
);

CREATE TRIGGER evidence_is_never_changed BEFORE UPDATE ON evidence
BEGIN
  SELECT RAISE(ABORT, 'evidence is added, never overwritten');
END;
