-- Who read which email is kept for a while only. What was counted of it stays.

-- What was forgotten, added up by what sent the emails; version: of a trial, A where there was none.
CREATE TABLE IF NOT EXISTS forgotten_reading (
  kind           VARCHAR(20) CHARACTER SET ascii NOT NULL,
  source_id      BIGINT  NOT NULL,
  version        CHAR(1) CHARACTER SET ascii NOT NULL,
  opened         BIGINT  NOT NULL,
  machine_opened BIGINT  NOT NULL,
  clicked        BIGINT  NOT NULL,
  gone           BIGINT  NOT NULL,
  PRIMARY KEY (kind, source_id, version)
);

-- Days before this are counted no more: of them not all is known.
ALTER TABLE email_day_turn ADD COLUMN IF NOT EXISTS counted_from DATE NULL;
