-- Names and keys of a job, sealed by the page under a passphrase that is kept nowhere: nothing here can open them.
CREATE TABLE key_box (
  job_id TEXT PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
  json TEXT NOT NULL,
  kept_at TEXT NOT NULL
);
