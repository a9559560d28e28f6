-- Phones that were let in to one job: by a token of which only the hash is kept. Times are ISO texts.
CREATE TABLE phone (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  token_hash TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  scope TEXT NOT NULL,
  made_at TEXT NOT NULL,
  ends_at TEXT NOT NULL,
  withdrawn_at TEXT,
  seen_at TEXT,
  -- Addresses of ours by which it came, as a JSON list: a page loaded from one of them may post to another.
  hosts TEXT NOT NULL DEFAULT '[]'
);
CREATE INDEX phone_of_job ON phone (job_id);
