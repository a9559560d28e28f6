-- Evidence as rows in the order the server got them. Kinds and rules stand in core/evidence, not here.
CREATE TABLE evidence_row (
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  kind TEXT NOT NULL,
  row_id TEXT NOT NULL,
  received_at TEXT NOT NULL,
  json TEXT NOT NULL,
  PRIMARY KEY (job_id, number),
  UNIQUE (job_id, kind, row_id)
);
CREATE TRIGGER evidence_row_is_never_changed BEFORE UPDATE ON evidence_row
BEGIN
  SELECT RAISE(ABORT, 'evidence is added, never overwritten');
END;

-- Documents without a list of their kinds.
CREATE TABLE document_kept (
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  kind TEXT NOT NULL,
  revision INTEGER NOT NULL,
  json TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  PRIMARY KEY (job_id, kind, revision)
);
INSERT INTO document_kept SELECT job_id, kind, revision, json, saved_at FROM document;
DROP TABLE document;
ALTER TABLE document_kept RENAME TO document;

-- What the list of jobs shows of each, so that it reads no job.
ALTER TABLE job ADD COLUMN summary TEXT;
-- When a picture came: one that nothing uses is kept for a while, since undo may bring it back.
ALTER TABLE picture ADD COLUMN added_at TEXT NOT NULL DEFAULT '';
