-- Readings keep where they were taken: db/liftPlaces.ts notes where their spot stands now, marked as assumed.
DROP TRIGGER evidence_row_is_never_changed;
