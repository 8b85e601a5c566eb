-- Two versions of a form, an email or a confirmation, tried against each other (X1, X2).

-- other: version B; once it has ended, the one that was not taken.
-- open_target: keeps a second trial of the same thing from beginning before the first is over.
CREATE TABLE trial (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  trial_key   VARCHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
  tested      VARCHAR(20) CHARACTER SET ascii NOT NULL,
  target_id   BIGINT      NOT NULL,
  state       VARCHAR(10) CHARACTER SET ascii NOT NULL,
  settings    LONGTEXT    NOT NULL CHECK (JSON_VALID(settings)),
  other       LONGTEXT    NOT NULL CHECK (JSON_VALID(other)),
  version     INT         NOT NULL,
  made_at     DATETIME(3) NOT NULL,
  began_at    DATETIME(3) NULL,
  ended_at    DATETIME(3) NULL,
  taken       CHAR(1)     CHARACTER SET ascii NULL,
  by_itself   BOOLEAN     NOT NULL DEFAULT FALSE,
  result      LONGTEXT    NULL CHECK (JSON_VALID(result)),
  open_target BIGINT AS (IF(state IN ('DRAFT', 'RUNNING'), target_id, NULL)) PERSISTENT,
  UNIQUE KEY one_at_a_time (tested, open_target),
  KEY by_target (tested, target_id, id),
  KEY by_state (state, ended_at)
);

-- Who met which version: a visitor by their own random id, a reader by their person's.
-- Gone once the trial is over; its counts stay with it.
CREATE TABLE trial_seat (
  trial_id  BIGINT      NOT NULL,
  visitor   VARCHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  version   CHAR(1)     CHARACTER SET ascii NOT NULL,
  person_id BIGINT      NULL,
  outbox_id BIGINT      NULL,
  PRIMARY KEY (trial_id, visitor),
  UNIQUE KEY one_each (trial_id, person_id),
  KEY by_version (trial_id, version),
  KEY by_person (person_id)
);
