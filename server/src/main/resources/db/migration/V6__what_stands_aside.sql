-- Starts that stand aside are counted each time the owner looks; an ended run stands aside no more.
ALTER TABLE run_start ADD KEY by_set_aside (set_aside_at);
UPDATE run SET set_aside_at = NULL, trouble = NULL WHERE set_aside_at IS NOT NULL AND ended_at IS NOT NULL;
