-- What programs were answered, kept a day under their Idempotency-Key (H3). name: a hash of the program's key and its own.
-- status: none while it is being answered.
CREATE TABLE kept_answer (
  name         BINARY(32)   NOT NULL PRIMARY KEY,
  request      BINARY(32)   NOT NULL,
  at           DATETIME(3)  NOT NULL,
  status       SMALLINT     NULL,
  content_type VARCHAR(100) CHARACTER SET ascii NULL,
  body         MEDIUMBLOB   NULL,
  KEY old (at)
);
