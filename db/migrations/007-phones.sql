-- Rows keep which phone sent them: what a phone may strike out is its own by its id, not by its name.
ALTER TABLE evidence_row ADD COLUMN phone_id TEXT;
