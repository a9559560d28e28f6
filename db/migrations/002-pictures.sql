-- Pictures to trace over. A picture is added and never changed, so that undo always finds it.
CREATE TABLE picture (
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  picture_id TEXT NOT NULL,
  type TEXT NOT NULL,
  bytes BLOB NOT NULL,
  PRIMARY KEY (job_id, picture_id)
);

CREATE TRIGGER picture_is_never_changed BEFORE UPDATE ON picture
BEGIN
  SELECT RAISE(ABORT, 'a picture is added, never overwritten');
END;
